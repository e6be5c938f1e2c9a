import { z } from 'zod';
import { problem } from './common';
import { operations, type Operation } from './operations';
import { shippedTypes, type Registry } from '@core/registry/registry';
import { textDefinitions } from '@core/rich-text/json-schema';
import { ruleDefinitions } from '@core/rule/schema';
import { presentSchemas } from './values';

/**
 * The OpenAPI document of the API, generated from the operations.
 * @see OpenAPI Specification 3.1.1, whose schemas are JSON Schema 2020-12
 */
export function openApiDocument(version: string, registry: Registry = shippedTypes): Record<string, unknown> {
  const paths: Record<string, Record<string, unknown>> = {};
  for (const [name, operation] of Object.entries(operations) as [string, Operation][]) {
    (paths[operation.path] ??= {})[operation.method] = describe(name, operation);
  }
  return {
    openapi: '3.1.1',
    info: { title: 'Lucid Almanac', version, license: { name: 'MIT', identifier: 'MIT' } },
    servers: [{ url: '/api' }],
    paths,
    components: {
      schemas: {
        Problem: schemaOf(problem, 'output'),
        ...Object.fromEntries([...presentSchemas(registry)].map(([kind, schema]) => componentOf(kind, schema))),
      },
      securitySchemes: {
        session: { type: 'apiKey', in: 'cookie', name: 'almanac.session' },
        csrf: { type: 'apiKey', in: 'header', name: 'x-csrf-token' },
      },
    },
  };
}

function describe(name: string, operation: Operation): Record<string, unknown> {
  const pathParameters = [...operation.path.matchAll(/\{(\w+)\}/g)].map(match => ({
    name: match[1],
    in: 'path',
    required: true,
    schema: { type: 'string', format: 'uuid' },
  }));
  const queryParameters = Object.entries(operation.query?.shape ?? {}).map(([parameter, schema]) => ({
    name: parameter,
    in: 'query',
    required: !(schema as z.ZodType).safeParse(undefined).success,
    schema: schemaOf(schema as z.ZodType, 'input'),
  }));
  return {
    operationId: name,
    summary: operation.summary,
    parameters: [...pathParameters, ...queryParameters],
    ...(operation.body
      ? { requestBody: { required: true, content: { 'application/json': { schema: schemaOf(operation.body, 'input') } } } }
      : {}),
    ...(operation.takesBytes ? { requestBody: { required: true, content: { 'application/octet-stream': {} } } } : {}),
    responses: {
      ...(operation.answersAs
        ? { 200: { description: 'Done.', content: Object.fromEntries(operation.answersAs.map(type => [type, {}])) } }
        : operation.answer
          ? { 200: { description: 'Done.', content: contentOf(operation, operation.answer) } }
          : { 204: { description: 'Done.' } }),
      default: { description: 'Refused.', content: { 'application/problem+json': { schema: { $ref: '#/components/schemas/Problem' } } } },
    },
    security: operation.isOpenToAll ? [] : [{ session: [], ...(operation.method === 'get' ? {} : { csrf: [] }) }],
  };
}

function contentOf({ alsoCsv }: Operation, answer: z.ZodType): Record<string, unknown> {
  return {
    'application/json': { schema: schemaOf(answer, 'output') },
    ...(alsoCsv ? { 'text/csv': { schema: { type: 'string' } } } : {}),
  };
}

// The id makes references inside a recursive schema relative to the schema itself, not to the document.
function componentOf(kind: string, schema: z.ZodType): readonly [name: string, schema: unknown] {
  const name = `${kind.replace(/(?:^| )(\w)/g, (_, letter: string) => letter.toUpperCase())}Value`;
  return [
    name,
    { $id: `urn:lucid-almanac:${name}`, ...(schemaOf(schema, 'input') as object), $defs: { ...ruleDefinitions(z), ...textDefinitions() } },
  ];
}

function schemaOf(schema: z.ZodType, io: 'input' | 'output'): unknown {
  const { $schema: _, ...rest } = z.toJSONSchema(schema, {
    io,
    unrepresentable: 'any',
    // What a schema checks by a function says for itself what it is in JSON Schema.
    override: ({ jsonSchema }) => {
      const described = (jsonSchema as { jsonSchema?: () => object }).jsonSchema;
      if (!described) return;
      for (const key of Object.keys(jsonSchema)) delete (jsonSchema as Record<string, unknown>)[key];
      Object.assign(jsonSchema, described());
    },
  }) as Record<string, unknown>;
  return rest;
}
