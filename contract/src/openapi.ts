/** The OpenAPI text, made from the endpoints. */
import * as z from 'zod';
import { problem } from './answers.js';
import { type Endpoint, endpoints, factEndpoints } from './endpoints/index.js';
import { idempotencyHeader, personHeader, seenHeader } from './headers.js';

/** The description as a plain object, version 3.1. */
export function openapi(): object {
  const paths: Record<string, Record<string, object>> = {};
  for (const endpoint of [...Object.values<Endpoint>(endpoints), ...factEndpoints])
    (paths[endpoint.path] ??= {})[endpoint.method.toLowerCase()] = operation(endpoint);
  return {
    openapi: '3.1.0',
    info: {
      title: 'Dormant Beacon',
      version: '1',
      description:
        'Jobs, their facts and their logbook. Entries carry an idempotency key and name the person who typed them, who must be the one signed in.',
    },
    paths,
    components: { schemas: { Problem: schema(problem, 'output') } },
  };
}

function operation({ path, says, who, body, bodyTypes, entry, answer, query, method }: Endpoint): object {
  const inPath = [...path.matchAll(/\{(\w+)\}/g)].map(([, name]) => ({
    name,
    in: 'path',
    required: true,
    schema: { type: 'string', format: 'uuid' },
  }));
  const inQuery = Object.entries(query ?? {}).map(([name, description]) => ({
    name,
    in: 'query',
    description,
    schema: { type: 'string' },
  }));
  const headers =
    entry !== true
      ? []
      : [
          ...[idempotencyHeader, personHeader].map((name) => ({
            name,
            in: 'header',
            required: true,
            schema: { type: 'string', format: 'uuid' },
          })),
          {
            name: seenHeader,
            in: 'header',
            description:
              'the last entry of the job that was seen; answers 409 where the same was answered since',
            required: false,
            schema: { type: 'integer' },
          },
        ];
  return {
    summary: says,
    description: who === 'anyone' ? 'without a session' : `by ${who.join(', ')}`,
    parameters: [...inPath, ...inQuery, ...headers],
    ...(body
      ? {
          requestBody: { required: true, content: { 'application/json': { schema: schema(body, 'input') } } },
        }
      : {}),
    ...(bodyTypes
      ? {
          requestBody: {
            required: true,
            content: Object.fromEntries(bodyTypes.map((type) => [type, { schema: { format: 'binary' } }])),
          },
        }
      : {}),
    responses: {
      [method === 'POST' ? '201' : '200']: answer
        ? { description: 'done', content: { 'application/json': { schema: schema(answer, 'output') } } }
        : { description: 'see the summary' },
      default: {
        description: 'refused',
        content: { 'application/problem+json': { schema: { $ref: '#/components/schemas/Problem' } } },
      },
    },
  };
}

function schema(type: z.ZodType, io: 'input' | 'output'): object {
  const { $schema: _, ...rest } = z.toJSONSchema(type, { io, unrepresentable: 'any' });
  return rest;
}
