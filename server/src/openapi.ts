import { COMMAND_NAMES, ProblemSchema, ROUTES } from '@humble-churn/contract';
import { z } from 'zod';
import { createDocument } from 'zod-openapi';
import type { ZodOpenApiOperationObject, ZodOpenApiPathsObject } from 'zod-openapi';

const KeyHeader = z.object({
  'Idempotency-Key': z
    .string()
    .min(8)
    .max(100)
    .meta({ description: 'New for each command; the same again when it is sent again' }),
});

function objectOrNone(shape: z.ZodType): z.ZodObject | undefined {
  return shape instanceof z.ZodObject ? shape : undefined;
}

/** The OpenAPI description of the wire, made from the schemas that parse it. */
export function openApiDocument(): ReturnType<typeof createDocument> {
  const paths: ZodOpenApiPathsObject = {};
  const commands = new Set<string>(COMMAND_NAMES);
  for (const [operationId, route] of Object.entries(ROUTES)) {
    const path = route.path.replace(/:(\w+)/g, '{$1}');
    const params = objectOrNone(route.params);
    const query = objectOrNone(route.query);
    const hasBody = !(route.body instanceof z.ZodUndefined);
    const operation: ZodOpenApiOperationObject = {
      operationId,
      summary: route.summary,
      requestParams: {
        ...(params && { path: params }),
        ...(query && { query }),
        ...(route.creates && { header: KeyHeader }),
        ...(!route.creates && commands.has(operationId) && { header: KeyHeader.partial() }),
      },
      ...(hasBody && { requestBody: { content: { 'application/json': { schema: route.body } } } }),
      responses: {
        [route.status]: {
          description: route.summary,
          content: { 'application/json': { schema: route.response } },
        },
        default: {
          description: 'A problem',
          content: { 'application/problem+json': { schema: ProblemSchema } },
        },
      },
    };
    paths[path] = { ...paths[path], [route.method]: operation };
  }
  return createDocument({
    openapi: '3.1.0',
    info: { title: 'Humble Churn', version: '1', description: 'The kitchen on this machine.' },
    paths,
  });
}
