import type { Schemas } from "../../api/client";
import { Checkbox } from "../../ui/Checkbox";
import { NumberField } from "../../ui/NumberField";
import { Quiet, Section, Table } from "../../ui/Page";
import type { Job } from "./own";

/** The steps of a job of ours: how long each takes here, and which are left out. */
export function Refined({
  edit,
  ours,
  problem,
  onChange,
}: {
  edit: Job;
  ours: Schemas["OurJob"];
  problem: (pointer: string) => string | undefined;
  onChange: (part: Partial<Job>) => void;
}) {
  return (
    <Section aria-label="Our steps">
      <h2>Steps as the program has them</h2>
      <Quiet>
        After five times the minutes you take are learned anyway; until then, yours. They hold wherever the
        step is done.
      </Quiet>
      <Table>
        <thead>
          <tr>
            <th>Step</th>
            <th style={{ whiteSpace: "nowrap" }}>Minutes</th>
            <th>Yours</th>
            <th>Done</th>
          </tr>
        </thead>
        <tbody>
          {ours.steps.map((s) => {
            const out = edit.leftOut.includes(s.family);
            const { [s.family]: minutes, ...others } = edit.minutes;
            return (
              <tr key={s.family}>
                <td>{out ? <s>{s.title}</s> : s.title}</td>
                <td style={{ textAlign: "right", whiteSpace: "nowrap" }}>{s.minutes}</td>
                <td>
                  <NumberField
                    quiet
                    label={`Your minutes: ${s.title}`}
                    width={84}
                    decimals={2}
                    value={minutes ?? null}
                    onChange={(now) =>
                      onChange({ minutes: now === null ? others : { ...others, [s.family]: now } })
                    }
                    problem={problem(`/minutes/${s.family.replaceAll("/", "~1")}`)}
                  />
                </td>
                <td>
                  {s.stays === null ? (
                    <Checkbox
                      checked={!out}
                      onChange={(done) =>
                        onChange({
                          leftOut: done
                            ? edit.leftOut.filter((f) => f !== s.family)
                            : [...edit.leftOut, s.family],
                        })
                      }
                    >
                      done here
                    </Checkbox>
                  ) : (
                    <Quiet style={{ fontSize: 15 }}>{s.stays}</Quiet>
                  )}
                </td>
              </tr>
            );
          })}
        </tbody>
      </Table>
    </Section>
  );
}
