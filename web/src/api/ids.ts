import { v7 } from "uuid";

/** A new id for something written here: UUID version 7. Made once, and sent again with every retry. */
export const newId = (): string => v7();
