/** A plain number as people write it, thousands parted by commas or not: "1,200", "0.5"; null for anything else. */
export function readNumber(typed: string): number | null {
  const text = typed.trim();
  return /^(\d+|\d{1,3}(,\d{3})+)?(\.\d+)?$/.test(text) && /\d/.test(text)
    ? Number(text.replaceAll(",", ""))
    : null;
}
