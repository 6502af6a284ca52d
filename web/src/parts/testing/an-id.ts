import { v7 } from 'uuid';

/** An id of whatever kind a test needs; a short name where it need be no UUID. */
export const anId = (name: string = v7()): never => name as never;
