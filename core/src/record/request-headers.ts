/** The header by which a request says for which camp it is: another tab may have changed the camp at work meanwhile. */
export const CAMP_HEADER = 'x-camp';
/** The header by which an entry that waited on a device says who has entered it: somebody else may be signed in on it by now. */
export const STAFF_HEADER = 'x-staff';
/** The header in which the server says of which build it is: an open page of another one is told to load itself again. */
export const BUILD_HEADER = 'x-build';
/** The header in which a device says what its clock shows as it sends, in milliseconds since 1970. */
export const SENT_HEADER = 'x-sent-at';
/** The header in which the server says what its clock showed when a request came, in milliseconds since 1970. */
export const CLOCK_HEADER = 'x-clock';
/** The header in which a device says how far the server's clock is ahead of its own by its quickest exchange, in milliseconds. */
export const AHEAD_HEADER = 'x-clock-ahead';
