/** A checkpoint by its id, and a fault by the id of its checkpoint and a word of its own: `F2`, `F2.gives-way`. Which there are, the sheet says. */
const CHECKPOINT = /^[A-Z][A-Z0-9]{0,3}$/;
const FAULT = /^([A-Z][A-Z0-9]{0,3})\.[a-z][a-z0-9-]*$/;

/** @example isCheckpointId('F2') // true */
export const isCheckpointId = (id: string): boolean => CHECKPOINT.test(id);

/** @example isFaultCode('F2.gives-way') // true */
export const isFaultCode = (code: string): boolean => FAULT.test(code);

/** @example faultCode('F2', 'gives-way') // 'F2.gives-way' */
export function faultCode(checkpoint: string, word: string): string {
  const code = `${checkpoint}.${word}`;
  if (!isFaultCode(code)) throw new RangeError(`${code} is no code of a fault`);
  return code;
}

/**
 * The checkpoint that a code belongs to; of a checkpoint's id itself.
 *
 * @throws RangeError for what is neither
 * @example checkpointOfCode('F2.gives-way') // 'F2'
 */
export function checkpointOfCode(code: string): string {
  const checkpoint = isCheckpointId(code) ? code : FAULT.exec(code)?.[1];
  if (checkpoint === undefined) throw new RangeError(`${code} is no checkpoint and no fault`);
  return checkpoint;
}
