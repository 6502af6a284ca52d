import { writeFileSync } from 'node:fs';
import { rolesPage } from './src/server/roles-page.ts';

writeFileSync(new URL('../docs/roles.md', import.meta.url), rolesPage());
