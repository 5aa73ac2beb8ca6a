import 'reflect-metadata';
import { defaultMetadataStorage } from 'class-transformer/cjs/storage.js';
import { getMetadataStorage } from 'class-validator';
import { validationMetadatasToSchemas } from 'class-validator-jsonschema';
import { OPERATIONS } from './operations.ts';

type Contract = new () => object;

export interface ObjectSchema {
  readonly properties: Readonly<Record<string, object>>;
  readonly required?: readonly string[];
}
export type Schemas = Readonly<Record<string, ObjectSchema>>;

const PREFIX = '#/components/schemas/';
/** Decorators whose constraint is a field rule, which is JSON Schema already. */
const RULE_DECORATORS = ['isLine', 'isWithin', 'isWhole', 'isMoment', 'isDay', 'isShaped'];

interface Decorated {
  readonly constraints: readonly unknown[];
  readonly message?: unknown;
}

/** The classes of all contracts. A process that loads two bundles of the application has each of them twice. */
function contracts(): readonly Contract[] {
  const { validationMetadatas } = getMetadataStorage() as unknown as {
    readonly validationMetadatas: ReadonlyMap<Contract, unknown>;
  };
  return [...validationMetadatas.keys()];
}

/** A field that holds one of several kinds of object, as its discriminator says. */
function kindsOf(contract: Contract, property: string, schemas: Schemas): object | null {
  const metadata = defaultMetadataStorage.findTypeMetadata(contract, property);
  const discriminator = metadata?.options.discriminator;
  if (metadata === undefined || discriminator === undefined) return null;
  const base = (metadata.typeFunction() as Contract).name;
  const mapping = Object.fromEntries(
    // A kind without fields of its own is described by the base.
    discriminator.subTypes.map(({ name, value }) => [name, `${PREFIX}${value.name in schemas ? value.name : base}`]),
  );
  return {
    oneOf: [...new Set(Object.values(mapping))].map((ref) => ({ $ref: ref })),
    discriminator: { propertyName: discriminator.property, mapping },
  };
}

/** The schemas that the operations name, and those that these name in turn. */
function namedByOperations(schemas: Schemas): Schemas {
  const named = new Set<string>();
  const waiting = OPERATIONS.flatMap(({ body, query }) => [body, query]).flatMap((contract) => contract?.name ?? []);
  for (let name = waiting.pop(); name !== undefined; name = waiting.pop()) {
    if (named.has(name)) continue;
    named.add(name);
    const text = JSON.stringify(schemas[name]);
    for (const [, next = ''] of text.matchAll(/#\/components\/schemas\/(\w+)/g)) waiting.push(next);
  }
  const sorted = [...named].sort();
  return Object.fromEntries(sorted.flatMap((name) => (schemas[name] === undefined ? [] : [[name, schemas[name]]])));
}

/** The JSON Schema of every contract that can be sent, by the name of its class. */
export function contractSchemas(): Schemas {
  const schemas = validationMetadatasToSchemas({
    classTransformerMetadataStorage: defaultMetadataStorage as never,
    refPointerPrefix: PREFIX,
    additionalConverters: {
      ...Object.fromEntries(
        RULE_DECORATORS.map((name) => [name, ({ constraints }: Decorated) => constraints[0] as object]),
      ),
      // JSON Schema has no word for a rule between fields: its sentence stands as a comment.
      holds: ({ message }: Decorated) => (typeof message === 'string' ? { $comment: message } : {}),
      sound: () => ({}),
    },
  }) as unknown as Schemas;
  const withKinds = contracts().map((contract): [string, ObjectSchema] => {
    const schema = schemas[contract.name] ?? { properties: {} };
    const properties = Object.entries(schema.properties).map(([name, property]) => [
      name,
      kindsOf(contract, name, schemas) ?? property,
    ]);
    return [contract.name, { ...schema, properties: Object.fromEntries(properties) as ObjectSchema['properties'] }];
  });
  return namedByOperations(Object.fromEntries(withKinds));
}
