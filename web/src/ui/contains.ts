/** Whether every word typed stands somewhere in a line, in whatever order and letter case. */
export const contains = (line: string, typed: string): boolean =>
  typed
    .toLowerCase()
    .split(/\s+/)
    .every((word) => line.toLowerCase().includes(word));
