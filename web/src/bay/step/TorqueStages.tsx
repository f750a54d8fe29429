import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import styled from "styled-components";
import { answer, type Schemas, shop, ShopProblem } from "../../api/client";
import { Button, TextButton } from "../../ui/Button";
import { TextField } from "../../ui/Fields";
import { Quiet, Row, Stack } from "../../ui/Page";
import { Problem } from "../../ui/Problem";

const Box = styled.div`
  display: flex;
  gap: 6px 22px;
  align-items: start;
  svg {
    flex: none;
  }
  ol {
    counter-reset: stage;
  }
  li {
    font:
      600 23px/1.25 "Barlow Semi Condensed",
      sans-serif;
    counter-increment: stage;
  }
  li::before {
    content: counter(stage) ". ";
    color: var(--steel);
    font-weight: 400;
  }
  ol[data-single] li::before {
    content: none;
  }
`;

const R = 40;
const MIDDLE = 54;

/** Where the n-th of so many fasteners lies on its circle, the first on top. */
const at = (n: number, count: number) => {
  const angle = ((n - 1) / count) * 2 * Math.PI - Math.PI / 2;
  return { x: MIDDLE + R * Math.cos(angle), y: MIDDLE + R * Math.sin(angle) };
};

/** A torque with its stages, and the order in which the fasteners are gone round, drawn as they lie. */
export function TorqueStages({ of, visit }: { of: Schemas["TorqueAsked"]; visit: string }) {
  const count = of.order.length;
  return (
    <Box>
      {count > 2 && (
        <svg
          width={2 * MIDDLE}
          height={2 * MIDDLE}
          role="img"
          aria-label={`Order: ${of.order.join(", ")}, numbered round from the top`}
        >
          <path
            d={of.order.map((n, i) => `${i === 0 ? "M" : "L"}${at(n, count).x} ${at(n, count).y}`).join("")}
            fill="none"
            stroke="var(--tint-strong)"
            strokeWidth={1.5}
          />
          {of.order.map((n, i) => {
            const { x, y } = at(n, count);
            return (
              <g key={n}>
                <circle cx={x} cy={y} r={12} fill="var(--raised)" stroke="var(--ink)" strokeWidth={1.5} />
                <text
                  x={x}
                  y={y + 5}
                  textAnchor="middle"
                  fontSize="15"
                  fontWeight={600}
                  fill="var(--ink)"
                  fontFamily="Barlow Semi Condensed"
                >
                  {i + 1}
                </text>
              </g>
            );
          })}
        </svg>
      )}
      <div>
        <ol aria-label={of.what} data-single={of.stages.length === 1 || undefined}>
          {of.stages.map((stage, i) => (
            <li key={i + stage}>{stage}</li>
          ))}
        </ol>
        <Quiet>
          {of.what}; {of.source}. The maker’s figure rules.
        </Quiet>
        {of.fastener && <SheetFigure key={of.fastener} of={of} visit={visit} />}
      </div>
    </Box>
  );
}

/** The figure of the maker's or the kit's sheet, kept for this trailer: it ranks before every other. */
function SheetFigure({ of, visit }: { of: Schemas["TorqueAsked"]; visit: string }) {
  const queries = useQueryClient();
  const [open, setOpen] = useState(false);
  const [typed, setTyped] = useState("");
  const [whose, setWhose] = useState("");
  const keep = useMutation({
    mutationFn: () =>
      answer(
        shop.PUT("/api/bay/visits/{id}/torques/{fastener}", {
          params: { path: { id: visit, fastener: of.fastener ?? "" } },
          body: { typed, whose },
        }),
      ),
    onSuccess: (now) => {
      queries.setQueryData(["visit", visit], now);
      setOpen(false);
    },
  });
  if (!open)
    return (
      <div>
        <TextButton onPress={() => setOpen(true)}>
          {(of.from ?? null) === null ? "Type the figure" : "Another figure"} from{" "}
          {of.sheet || "the maker’s sheet"}
        </TextButton>
      </div>
    );
  const refused = keep.error instanceof ShopProblem ? keep.error : undefined;
  return (
    <Stack
      $gap={8}
      role="group"
      aria-label="Figure from the sheet"
      style={{ maxWidth: 420 }}
      onKeyDown={(e) => {
        // The step's own form must not be sent by it.
        if (e.key === "Enter" && e.target instanceof HTMLInputElement) {
          e.preventDefault();
          keep.mutate();
        }
      }}
    >
      <TextField
        label={`${of.what}, lbf·ft unless said otherwise`}
        value={typed}
        onChange={setTyped}
        problem={refused?.field("/typed")}
        placeholder="90 to 100"
        autoFocus
      />
      <TextField
        label="Whose sheet"
        value={whose}
        onChange={setWhose}
        problem={refused?.field("/whose")}
        placeholder={of.sheet ?? ""}
      />
      {refused && refused.fields.length === 0 && <Problem of={refused} />}
      <Row>
        <Button isDisabled={keep.isPending} onPress={() => keep.mutate()}>
          Keep it for this trailer
        </Button>
        <TextButton onPress={() => setOpen(false)}>Cancel</TextButton>
      </Row>
    </Stack>
  );
}
