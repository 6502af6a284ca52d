export * from './schema/care.ts';
export * from './schema/film.ts';
export * from './schema/look.ts';
export * from './schema/plan.ts';
export * from './schema/practice.ts';
export * from './schema/roster.ts';
export * from './schema/staff.ts';
export * from './schema/work.ts';
