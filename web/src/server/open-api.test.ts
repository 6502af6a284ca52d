import { Validator } from '@seriousme/openapi-schema-validator';
import { describe, expect, test } from 'vitest';
import { ENDPOINTS } from '@stride-chalk/core';
import { ROUTES } from './access.ts';
import { openApi } from './open-api.ts';

const document = () => JSON.parse(JSON.stringify(openApi())) as { paths: Record<string, Record<string, Operation>> };
interface Operation {
  readonly description: string;
  readonly requestBody?: unknown;
  readonly parameters?: ReadonlyArray<{ name: string; in: string; required?: boolean }>;
  readonly responses: Record<string, unknown>;
}

describe('what the product says of its endpoints', () => {
  test('is a document by the OpenAPI Specification 3.1, read by its published schema', async () => {
    const validator = new Validator();
    const read = await validator.validate(document());
    expect(read.errors ?? []).toEqual([]);
    expect([read.valid, validator.version]).toEqual([true, '3.1']);
    expect((await new Validator().validate({ ...document(), paths: { '/x': { get: { responses: 3 } } } })).valid).toBe(false);
  });

  test('names every endpoint of the table of roles and no other', () => {
    const asked = Object.keys(ROUTES).filter((name) => name.includes(' /api/'));
    expect(Object.keys(ENDPOINTS).sort()).toEqual(asked.sort());
    const said = Object.entries(document().paths).flatMap(([path, operations]) =>
      Object.keys(operations).map((method) => `${method.toUpperCase()} ${path}`),
    );
    expect(said.sort()).toEqual(asked.map((name) => name.replace(/\[(\w+)\]/g, '{$1}')).sort());
  });

  test('says who may use one, what its address and its body take, and what comes back', () => {
    const { paths } = document();
    const move = paths['/api/clips/{id}/frames/{frame}']!.get!;
    expect(move.description).toBe('lead, coach, helper: film and sort films.');
    expect(move.parameters!.filter((p) => p.in === 'path').map((p) => [p.name, p.required])).toEqual([
      ['id', true],
      ['frame', true],
    ]);
    expect(Object.keys(paths['/api/deliveries/{id}']!.delete!.responses)).toEqual(['204', 'default']);
    expect(paths['/api/entries/{id}']!.put!.requestBody).toMatchObject({ content: { 'application/json': {} } });
    expect(paths['/api/sign-in']!.post!.description).toBe('Without an account.');
  });
});
