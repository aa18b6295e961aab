import * as z from 'zod';
import { PROBLEMS } from './problem';
import type { Route } from './route';
import { ROUTES } from './routes';

type Json = Record<string, unknown>;

/** Of the description: raised when something that was asked for is no more. */
const VERSION = '1';

/**
 * The description of the HTTP API (OpenAPI 3.1), written from the same schemas that every request and answer is read by.
 * Uploads, which follow tus 1.0 at `/api/uploads`, are described there.
 *
 * @example openApi().paths['/api/trash'] // { get: { summary: 'What lies in the trash', … } }
 */
export function openApi(): Json {
  const paths: Record<string, Json> = {};
  for (const [name, one] of Object.entries(ROUTES)) {
    const path = `/api${one.path.replace(/:(\w+)/g, '{$1}')}`;
    paths[path] = { ...paths[path], [one.method]: operation(name, one) };
  }
  return {
    openapi: '3.1.0',
    info: {
      title: 'Limber Cheek',
      version: VERSION,
      description:
        'The studio of a face yoga instructor. Times are whole milliseconds unless their name says otherwise. Whatever goes wrong is answered as a problem (RFC 9457).',
    },
    paths,
    components: {
      schemas: { Problem: problem() },
      securitySchemes: { session: { type: 'apiKey', in: 'cookie', name: 'limber' } },
    },
  };
}

function operation(name: string, one: Route): Json {
  const described = (schema: z.ZodType): Json | null =>
    schema instanceof z.ZodUndefined ? null : jsonOf(schema, 'input');
  const params = described(one.params);
  const query = described(one.query);
  const body = described(one.body);
  const words = one.status === 204 ? 'Done' : 'What was asked for';
  return {
    operationId: name,
    summary: one.summary,
    ...(one.for === 'owner' ? { description: 'For owners.' } : {}),
    security: one.for === 'everybody' ? [] : [{ session: [] }],
    parameters: [...fieldsOf(params, 'path'), ...fieldsOf(query, 'query')],
    ...(body ? { requestBody: { required: true, content: { 'application/json': { schema: body } } } } : {}),
    responses: {
      [one.status]: { description: words, ...contentOf(one) },
      default: {
        description: 'What went wrong, in words',
        content: { 'application/problem+json': { schema: { $ref: '#/components/schemas/Problem' } } },
      },
    },
  };
}

function contentOf({ answer, type }: Route): Json {
  if (type !== null) return { content: { [type]: {} } };
  if (answer instanceof z.ZodUndefined) return {};
  return { content: { 'application/json': { schema: jsonOf(answer, 'output') } } };
}

function fieldsOf(schema: Json | null, place: 'path' | 'query'): Json[] {
  const fields = (schema?.['properties'] ?? {}) as Record<string, Json>;
  const required = (schema?.['required'] ?? []) as string[];
  return Object.entries(fields).map(([name, own]) => ({
    name,
    in: place,
    required: place === 'path' || required.includes(name),
    schema: own,
  }));
}

/** JSON Schema of the draft that OpenAPI 3.1 takes. Dates travel as text (RFC 3339). */
function jsonOf(schema: z.ZodType, io: 'input' | 'output'): Json {
  const { $schema: _draft, ...json } = z.toJSONSchema(schema, {
    io,
    unrepresentable: 'any',
    override: ({ zodSchema, jsonSchema }) => {
      if (zodSchema._zod.def.type !== 'date') return;
      jsonSchema.type = 'string';
      jsonSchema.format = 'date-time';
    },
  }) as Json;
  return json;
}

function problem(): Json {
  return {
    type: 'object',
    required: ['type', 'title', 'status', 'detail'],
    properties: {
      type: { enum: Object.keys(PROBLEMS) },
      title: { type: 'string' },
      status: { type: 'integer' },
      detail: { type: 'string', description: 'A sentence for the person.' },
    },
  };
}
