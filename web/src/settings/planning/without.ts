/** A record with an entry set, or left out. */
export function without<T>(all: Record<string, T>, code: string, one: T | undefined): Record<string, T> {
  const rest = Object.fromEntries(Object.entries(all).filter(([key]) => key !== code));
  return one === undefined ? rest : { ...rest, [code]: one };
}
