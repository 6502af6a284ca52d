import type { CamperId, StaffId } from '../../record/ids.ts';

/** A camper, a coach, coaches by short names, where a test needs no more of an id. */
export const kid = (name: string): CamperId => name as CamperId;
export const coach = (name: string): StaffId => name as StaffId;
export const coaches = (names: Iterable<string>): StaffId[] => [...names].map(coach);
