import styled from "styled-components";
import type { Schemas } from "../api/client";
import { Quiet } from "../ui/Page";
import { DueMark } from "./DueMark";
import { markInWords, tasksOf } from "./marks";
import { BEFORE, dayShort, type Scale } from "./timeline";

/** How high a task of an opened line is. */
export const TASK = 42;

const Task = styled.li`
  position: relative;
  height: ${TASK}px;
  width: calc(var(--names) + var(--whole));
  & > div {
    position: sticky;
    left: 0;
    z-index: 3;
    width: var(--names);
    height: ${TASK}px;
    padding: 3px 8px 0 10px;
    background: var(--ground);
    border-right: 1px solid var(--hair);
    font-size: 14px;
    line-height: 18px;
    span {
      display: block;
      white-space: nowrap;
      overflow: hidden;
      text-overflow: ellipsis;
    }
  }
  svg {
    position: absolute;
    left: var(--names);
    top: 0;
  }
`;

/** A trailer's line opened: each task with the day it falls due, and the visits that do it. */
export function TaskLines({ row, x, whole }: { row: Schemas["HorizonLine"]; x: Scale; whole: number }) {
  return (
    <ul aria-label={`Tasks of ${row.tag}`} style={{ ["--whole" as string]: `${whole}px` }}>
      {tasksOf(row).map((task) => (
        <Task key={task.id}>
          <div title={`${task.name}, ${task.where}`}>
            <span>
              {task.name}
              {task.where && `, ${task.where}`}
            </span>
            <Quiet>{task.mark?.when ?? "after the year"}</Quiet>
          </div>
          <svg
            width={whole}
            height={TASK}
            role="img"
            aria-label={[
              task.mark ? markInWords(task.mark) : "Falls due after the year",
              ...task.visits.map((v) => `done in the visit of ${dayShort(v.day ?? v.week)}`),
            ].join("; ")}
          >
            <rect x={0} y={0} width={BEFORE} height={TASK} fill="var(--tint)" opacity={0.55} />
            {task.visits.map((v) => (
              <rect
                key={v.week}
                x={x(v.day ?? v.week)}
                y={12}
                width={9}
                height={18}
                fill={v.booking ? "var(--working)" : "var(--raised)"}
                stroke="var(--working)"
                strokeWidth={1.4}
              />
            ))}
            {task.mark && <DueMark mark={task.mark} x={x} />}
          </svg>
        </Task>
      ))}
    </ul>
  );
}
