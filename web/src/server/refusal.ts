/** Something that a person asked for and that cannot be done, with words for him and a stable code for programs. */
export class Refusal extends Error {
  readonly code: string;
  readonly status: number;
  constructor(code: string, message: string, status = 422) {
    super(message);
    this.name = 'Refusal';
    this.code = code;
    this.status = status;
  }
}

/** An id that a device made belongs to something else already: nothing is taken for something that it is not. */
export const idTaken = (): Refusal => new Refusal('entry-id-taken', 'This id belongs to another entry.', 409);

export const notFound = (what: string): Refusal => new Refusal('not-found', `${what} was not found.`, 404);
