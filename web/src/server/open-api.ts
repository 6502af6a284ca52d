import { createDocument, type ZodOpenApiOperationObject, type ZodOpenApiPathsObject } from 'zod-openapi';
import { z } from 'zod';
import { AHEAD_HEADER, CAMP_HEADER, CLOCK_HEADER, ENDPOINTS, SENT_HEADER, STAFF_HEADER, type Endpoint } from '@stride-chalk/core';
import { DUTIES, ROUTES } from './access.ts';

const problemSchema = z
  .object({ type: z.string(), title: z.string(), status: z.number().int(), code: z.string() })
  .meta({ id: 'Problem', description: 'Problem details (RFC 9457): `title` for people, `code` for programs.' });

/** Who may use an endpoint, in words. */
function whoOf(name: string): string {
  const access = ROUTES[name];
  if (access === undefined) return 'Closed to everybody.';
  if (access === 'anyone') return 'Without an account.';
  return access === 'staff' ? 'Whoever is signed in.' : `${DUTIES[access].join(', ')}: ${access}.`;
}

const answersOf = (answers: Endpoint['answers']) =>
  answers === null
    ? {}
    : 'file' in answers
      ? { content: { [answers.file]: { schema: z.string().meta({ format: 'binary' }) } } }
      : { content: { 'application/json': { schema: answers } } };

function bodyOf({ body, form, bytes, partly }: Endpoint): ZodOpenApiOperationObject['requestBody'] {
  if (body) return { required: true, content: { 'application/json': { schema: body } } };
  if (form) return { required: true, content: { 'application/x-www-form-urlencoded': { schema: form } } };
  if (bytes || partly)
    return {
      required: true,
      content: {
        [partly ? 'application/offset+octet-stream' : 'application/octet-stream']: {
          schema: z.string().meta({ format: 'binary' }),
        },
      },
    };
  return undefined;
}

/** An id that a device makes is a UUIDv7, the number of a frame a number, the rest ids of ours. */
function parametersOf(path: string) {
  const names = [...path.matchAll(/\[(\w+)\]/g)].map((m) => m[1]!);
  const schemas: Record<string, z.ZodType> = {
    day: z.iso.date(),
    frame: z.string().regex(/^\d+$/),
    sha256: z.string().regex(/^[0-9a-f]{64}$/),
  };
  return names.length === 0 ? undefined : z.object(Object.fromEntries(names.map((n) => [n, schemas[n] ?? z.uuid()])));
}

/**
 * Every endpoint by the OpenAPI Specification 3.1, made of the schemas by which requests are read and answers written, so that it cannot say anything
 * else than the product does.
 */
export function openApi() {
  const paths: Record<string, Record<string, ZodOpenApiOperationObject>> = {};
  for (const [name, endpoint] of Object.entries(ENDPOINTS as Readonly<Record<string, Endpoint>>)) {
    const [method, path] = name.split(' ') as [string, string];
    const address = path.replace(/\[(\w+)\]/g, '{$1}');
    const parameters = parametersOf(path);
    const body = bodyOf(endpoint);
    paths[address] ??= {};
    paths[address][method.toLowerCase()] = {
      operationId: name.replace(/[^a-z0-9]+/gi, '-').replace(/-$/, ''),
      summary: endpoint.does,
      description: whoOf(name),
      ...(ROUTES[name] === 'anyone' ? { security: [] } : {}),
      requestParams: {
        ...(parameters ? { path: parameters } : {}),
        ...(endpoint.query ? { query: endpoint.query } : {}),
        ...(ROUTES[name] === 'anyone'
          ? {}
          : {
              header: z.object({
                ...{
                  [CAMP_HEADER]: z.uuid().optional(),
                  [STAFF_HEADER]: z.uuid().optional(),
                  [SENT_HEADER]: z.string().optional(),
                  [AHEAD_HEADER]: z.string().optional(),
                },
                ...endpoint.headers?.shape,
              }),
            }),
      },
      ...(body ? { requestBody: body } : {}),
      responses: {
        [endpoint.status]: { description: 'Done.', ...answersOf(endpoint.answers) },
        default: { description: 'Not done, and why.', content: { 'application/problem+json': { schema: problemSchema } } },
      },
    };
  }
  return createDocument({
    openapi: '3.1.0',
    info: {
      title: 'Stride Chalk',
      version: '1',
      description: `What the pages ask of the server. A request says with \`${CAMP_HEADER}\` for which camp it is, with \`${STAFF_HEADER}\` who has entered it, and with \`${SENT_HEADER}\` what the clock of its device shows; with \`${AHEAD_HEADER}\` how far the clock of the server, which every answer names in \`${CLOCK_HEADER}\`, is ahead of it.`,
    },
    security: [{ session: [] }],
    components: {
      securitySchemes: {
        session: { type: 'apiKey', in: 'cookie', name: 'stride-chalk.session_token', description: 'Set by the sign-in.' },
      },
    },
    paths: paths as ZodOpenApiPathsObject,
  });
}
