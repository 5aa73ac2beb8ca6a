import { openApiDocument } from '../../contracts/document/openapi.ts';
import { endpoint, json, otherMethods } from '../../server/endpoint.ts';

let document: object | undefined;

export const GET = endpoint(() => json((document ??= openApiDocument())));

export const ALL = otherMethods('GET');
