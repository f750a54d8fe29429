// What a drawing takes from the page it stands on; a file of its own has no page.
const TAKEN = [
  "fill",
  "stroke",
  "stroke-width",
  "stroke-dasharray",
  "font-family",
  "font-size",
  "font-weight",
  "text-anchor",
  "fill-opacity",
  "opacity",
] as const;

/** A drawing as an SVG file of its own, with the colours and letters it has on the page. */
export function drawingAsFile(svg: SVGSVGElement): string {
  const copy = svg.cloneNode(true) as SVGSVGElement;
  const there = [svg, ...svg.querySelectorAll("*")];
  [copy, ...copy.querySelectorAll("*")].forEach((part, i) => {
    const from = there[i];
    if (!from) return;
    const style = getComputedStyle(from);
    for (const name of TAKEN) {
      const value = style.getPropertyValue(name);
      if (value) part.setAttribute(name, value);
    }
    part.removeAttribute("class");
    part.removeAttribute("style");
  });
  copy.setAttribute("xmlns", "http://www.w3.org/2000/svg");
  const { width = 0, height = 0 } = svg.viewBox?.baseVal ?? {};
  if (width > 0) {
    copy.setAttribute("width", String(width));
    copy.setAttribute("height", String(height));
  }
  return `<?xml version="1.0" encoding="UTF-8"?>\n${new XMLSerializer().serializeToString(copy)}\n`;
}

/** A table as CSV (RFC 4180). */
export function tableAsFile(head: readonly string[], rows: readonly (readonly string[])[]): string {
  const cell = (text: string) => (/[",\r\n]/.test(text) ? `"${text.replaceAll('"', '""')}"` : text);
  return [head, ...rows].map((row) => `${row.map(cell).join(",")}\r\n`).join("");
}

/** Hands something to the person as a file. */
export function saveFile(text: string, type: string, name: string): void {
  const address = URL.createObjectURL(new Blob([text], { type }));
  const link = document.createElement("a");
  link.href = address;
  link.download = name;
  link.click();
  URL.revokeObjectURL(address);
}
