import type { RefObject } from "react";
import { TextButton } from "../ui/Button";
import { Row } from "../ui/Page";
import { drawingAsFile, saveFile, tableAsFile } from "./save";

interface Props {
  drawing: RefObject<SVGSVGElement | null>;
  head: readonly string[];
  rows: readonly (readonly string[])[];
  /** Where the server has the table as CSV; made of the rows where it has none. */
  csv?: string | undefined;
  /** The name a file of it gets. */
  file: string;
}

/** A drawing and its table as files to keep. */
export function AsFiles({ drawing, head, rows, csv, file }: Props) {
  return (
    <Row $gap={18}>
      {csv ? (
        <a href={csv} download>
          Download as CSV
        </a>
      ) : (
        <TextButton onPress={() => saveFile(tableAsFile(head, rows), "text/csv", `${file}.csv`)}>
          Save the table as CSV
        </TextButton>
      )}
      <TextButton
        onPress={() => {
          if (drawing.current) saveFile(drawingAsFile(drawing.current), "image/svg+xml", `${file}.svg`);
        }}
      >
        Save the drawing as SVG
      </TextButton>
    </Row>
  );
}
