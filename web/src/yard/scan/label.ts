const LABEL = /\/t\/([0-9a-f]{8}(?:-[0-9a-f]{4}){3}-[0-9a-f]{12})(?:\/([a-z0-9-]+))?\/?$/i;

/**
 * Where a label's code leads within this program; null for a code that is none of ours. The host does not matter: the
 * shop's server may have been called otherwise when the label was printed.
 */
export function pathOf(code: string): string | null {
  let path: string;
  try {
    path = new URL(code.trim()).pathname;
  } catch {
    return null;
  }
  const [, trailer, place] = LABEL.exec(path) ?? [];
  return trailer ? `/t/${trailer.toLowerCase()}${place ? `/${place}` : ""}` : null;
}
