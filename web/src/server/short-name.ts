/** The longest name of a file that is kept; of a longer one the end stays, with its ending. */
const LONGEST_NAME = 120;
export const shortName = (name: string): string => (name.length <= LONGEST_NAME ? name : `…${name.slice(1 - LONGEST_NAME)}`);
