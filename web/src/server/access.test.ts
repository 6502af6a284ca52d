import { readFileSync } from 'node:fs';
import { describe, expect, test } from 'vitest';
import { DUTIES, mayUse, ROLES, ROUTES } from './access.ts';
import { rolesPage } from './roles-page.ts';

describe('who may use a route', () => {
  test('a route that does not stand in the table is closed to everybody', () => {
    for (const role of ROLES) expect(mayUse('GET', '/secret', role)).toBe('no');
    expect(mayUse('GET', '/secret', null)).toBe('sign in');
    expect(mayUse('POST', '/roster', 'lead')).toBe('no');
  });

  test('HEAD is read as GET; the open routes ask for nobody', () => {
    expect([mayUse('HEAD', '/roster', null), mayUse('HEAD', '/roster', 'helper'), mayUse('HEAD', '/roster', 'lead')]).toEqual([
      'sign in',
      'no',
      'yes',
    ]);
    expect(
      Object.keys(ROUTES)
        .filter((r) => ROUTES[r] === 'anyone')
        .sort(),
    ).toEqual(['GET /404', 'GET /api/health', 'GET /join/[token]', 'GET /sign-in', 'POST /api/join', 'POST /api/sign-in']);
  });

  test('the lead may do everything; nobody but the lead lifts a sore arm, erases, keeps staff and roster', () => {
    for (const roles of Object.values(DUTIES)) expect(roles).toContain('lead');
    for (const duty of [
      'lift a sore arm, allow more throws',
      'export or erase a child',
      'keep the staff',
      'keep the roster and the consents',
      'read the outbox',
    ] as const)
      expect(DUTIES[duty]).toEqual(['lead']);
    expect(mayUse('PUT', '/api/entries/[id]', 'helper')).toBe('no');
  });
});

test('docs/roles.md is this table, printed', () => {
  expect(readFileSync(new URL('../../../docs/roles.md', import.meta.url), 'utf8')).toBe(rolesPage());
});
