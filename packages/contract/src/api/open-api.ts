import type Joi from 'joi';
import { problemSchema } from '../finding/index.js';
import type { Endpoint } from './endpoint.js';
import { ENDPOINTS } from './endpoints.js';

type Json = Record<string, unknown>;

/** Joi's writer says that a choice may be null by its type, and forgets null among its values. */
function withNull(node: unknown): unknown {
  if (Array.isArray(node)) return node.map(withNull);
  if (node === null || typeof node !== 'object') return node;
  const whole = Object.fromEntries(Object.entries(node).map(([key, value]) => [key, withNull(value)]));
  const { type, enum: values } = whole as { type?: unknown; enum?: unknown };
  const nullable = Array.isArray(type) && type.includes('null');
  return nullable && Array.isArray(values) && !values.includes(null)
    ? { ...whole, enum: [...(values as unknown[]), null] }
    : whole;
}

/** JSON Schema of a Joi schema, by Joi's own writer. */
export const jsonSchemaOf = (schema: Joi.Schema): Json =>
  withNull(schema['~standard'].jsonSchema.input({ target: 'draft-2020-12' })) as Json;

const content = (body: Joi.Schema | string): Json =>
  typeof body === 'string'
    ? { [body]: { schema: { type: 'string', format: 'binary' } } }
    : { 'application/json': { schema: jsonSchemaOf(body) } };

function operation(endpoint: Endpoint): Json {
  const query = endpoint.query
    ? (jsonSchemaOf(endpoint.query) as { properties: Record<string, Json>; required?: string[] })
    : null;
  return {
    summary: endpoint.summary,
    parameters: [
      ...Object.entries(endpoint.params).map(([name, schema]) => ({
        name,
        in: 'path',
        required: true,
        schema: jsonSchemaOf(schema),
      })),
      ...Object.entries(query?.properties ?? {}).map(([name, schema]) => ({
        name,
        in: 'query',
        required: query?.required?.includes(name) ?? false,
        schema,
      })),
    ],
    ...(endpoint.body ? { requestBody: { required: true, content: content(endpoint.body) } } : {}),
    responses: {
      [endpoint.status]: { description: 'Done', content: content(endpoint.answer) },
      default: { description: 'What was wrong, and how to mend it', content: content(problemSchema) },
    },
  };
}

/** The OpenAPI 3.1 description of the server, from the same schemas that validate. */
export function openApi(): Json {
  const paths: Record<string, Json> = {};
  for (const endpoint of ENDPOINTS)
    paths[endpoint.path] = { ...paths[endpoint.path], [endpoint.method]: operation(endpoint) };
  return { openapi: '3.1.0', info: { title: 'Kanga', version: '0.1.0' }, paths };
}
