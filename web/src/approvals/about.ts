/** What it is about: a visit in the bay, or an accepted one that is still to come. */
export type About = { visit: string; booking?: never } | { booking: string; visit?: never };
