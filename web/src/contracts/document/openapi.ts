import { OPERATIONS, type Operation } from './operations.ts';
import { contractSchemas, type Schemas } from './schemas.ts';

const problem = { $ref: '#/components/responses/Problem' };

const parametersOf = ({ path, query }: Operation, schemas: Schemas): readonly object[] => [
  ...(path.includes('{id}')
    ? [{ name: 'id', in: 'path', required: true, schema: { type: 'string', format: 'uuid' } }]
    : []),
  ...(query === undefined
    ? []
    : Object.entries(schemas[query.name]?.properties ?? {}).map(([name, schema]) => ({
        name,
        in: 'query',
        required: schemas[query.name]?.required?.includes(name) === true,
        schema,
      }))),
];

const bodyOf = ({ body, file }: Operation): object => {
  if (body !== undefined) {
    const schema = { $ref: `#/components/schemas/${body.name}` };
    return { requestBody: { required: true, content: { 'application/json': { schema } } } };
  }
  return file === undefined
    ? {}
    : { requestBody: { required: true, content: { [file]: { schema: { type: 'string', format: 'binary' } } } } };
};

function operationOf(operation: Operation, schemas: Schemas): object {
  const { summary, answer = 'application/json' } = operation;
  const parameters = parametersOf(operation, schemas);
  return {
    summary,
    ...(parameters.length === 0 ? {} : { parameters }),
    ...bodyOf(operation),
    responses: { '2XX': { description: 'Done', content: { [answer]: {} } }, '4XX': problem, '503': problem },
  };
}

/** The OpenAPI document of the API: every operation, and the schema of everything that can be sent. */
export function openApiDocument(): object {
  const schemas = contractSchemas();
  const paths: Record<string, Record<string, object>> = {};
  for (const operation of OPERATIONS)
    paths[operation.path] = { ...paths[operation.path], [operation.method]: operationOf(operation, schemas) };
  return {
    openapi: '3.1.0',
    info: { title: 'Arbolito', version: '1', description: 'Measure standing trees.' },
    paths,
    components: {
      schemas,
      responses: {
        Problem: {
          description: 'Problem details (RFC 9457) with a JSON pointer to each field',
          content: { 'application/problem+json': {} },
        },
      },
    },
  };
}
