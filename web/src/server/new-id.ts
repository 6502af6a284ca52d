import { v7 } from 'uuid';

/** A new id (UUIDv7, so that ids sort by when they were made) of the kind that is wanted where it is made. */
export const newId = <Of extends string>(): Of => v7() as Of;
