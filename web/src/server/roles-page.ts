import { DUTIES, ROLES, ROUTES } from './access.ts';

/** docs/roles.md: what each role may do, and which routes belong to each duty. */
export function rolesPage(): string {
  const line = (cells: readonly string[]): string => `| ${cells.join(' | ')} |`;
  const duties = Object.entries(DUTIES).map(([duty, roles]) =>
    line([duty, ...ROLES.map((r) => ((roles as readonly string[]).includes(r) ? 'yes' : 'no'))]),
  );
  const routes = [...new Set(Object.values(ROUTES))].map((access) =>
    line([
      access,
      Object.keys(ROUTES)
        .filter((r) => ROUTES[r] === access)
        .map((r) => `\`${r}\``)
        .join(' '),
    ]),
  );
  return `# Who may do what

Printed from \`web/src/server/access.ts\` by \`npm run roles -w web\`; a test fails when the two differ. The middleware asks this table
on every request: a route that does not stand in it is closed to everybody, and a test walks every route of the build without a
session, with every role, and from a foreign origin.

${[line(['duty', ...ROLES]), line(['---', ...ROLES.map(() => '---')]), ...duties].join('\n')}

| access | routes |
| --- | --- |
${routes.join('\n')}

A role belongs to a camp: the same person may be the lead of one and a coach of another. What belongs to another camp is not found; but for films of a practice set, and those of a child who came back ([before and after](before-and-after.md)).
`;
}
