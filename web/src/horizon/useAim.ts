import { keepPreviousData, skipToken, useQuery } from "@tanstack/react-query";
import { type KeyboardEvent, useState } from "react";
import type { Schemas } from "../api/client";
import * as moves from "./moves";
import { dayShort, weeksAfter } from "./timeline";
import { tryOut, useDecisions } from "./useDecisions";

type Draft = Schemas["DecisionDraft"];
type Row = Schemas["HorizonLine"];
type Visit = Schemas["VisitOnLine"];

interface Aim {
  row: Row;
  decisions: Draft[];
  words: string;
  to: string | null;
  /** Weeks it is moved by; 0 for anything but a move. */
  by: number;
}

/**
 * Which visit is chosen, what somebody means to do with it, and what that would come to. What is aimed at is tried at
 * once; the last aim counts; it is done by `make`.
 */
export function useAim(first: string | undefined) {
  const [chosen, setChosen] = useState<{ trailer: string; week: string } | null>(null);
  const [aim, setAim] = useState<Aim | null>(null);
  const { made, decide, undo } = useDecisions();
  const tried = useQuery({
    queryKey: ["try", aim?.row.trailerId, JSON.stringify(aim?.decisions)],
    queryFn: aim ? ({ signal }) => tryOut(aim.row.trailerId, aim.decisions, signal) : skipToken,
    placeholderData: keepPreviousData,
    staleTime: 0,
    gcTime: 0,
  });

  const leave = () => setAim(null);
  const aimAt = (at: Row, decisions: Draft[], words: string, to: string | null, by = 0) => {
    undo.reset();
    decide.reset();
    setAim({ row: at, decisions, words, to, by });
  };
  const aimBy = (at: Row, week: string, by: number) => {
    const visit = at.visits.find((one) => one.week === week);
    if (!visit || by === 0) return leave();
    const to = weeksAfter(week, by);
    if (first && to < first) return;
    aimAt(at, moves.moved(visit, to), `Moved ${at.tag} to the week of ${dayShort(to)}.`, to, by);
    setChosen({ trailer: at.trailerId, week });
  };
  const make = (at: Row, decisions: Draft[], words: string, to?: string | null) => {
    leave();
    decide.mutate({ trailer: at.trailerId, decisions, words });
    if (to) setChosen({ trailer: at.trailerId, week: to });
  };
  const makeIt = () => {
    if (aim) make(aim.row, aim.decisions, aim.words, aim.to);
  };
  const merge = (at: Row, visit: Visit, other: Visit | undefined) =>
    visit.booking === null && moves.mergeable(visit, other)
      ? () => {
          const words = `Merged ${where(at, visit)} into ${dayShort(other.week)}.`;
          aimAt(at, moves.merged(visit, other), words, other.week);
        }
      : undefined;

  /** What a key does at a visit. */
  const key = (event: KeyboardEvent, at: Row, visit: Visit) => {
    const mine = aim?.to && aim.row.trailerId === at.trailerId && chosen?.week === visit.week;
    const by = mine ? aim.by : 0;
    const open = visit.booking === null;
    const acts: Record<string, (() => void) | undefined> = {
      ArrowLeft: () => aimBy(at, visit.week, by - 1),
      ArrowRight: () => aimBy(at, visit.week, by + 1),
      Escape: leave,
      Enter: aim ? makeIt : undefined,
      p: open ? () => make(at, moves.pinned(visit), `Held ${where(at, visit)} in its week.`) : undefined,
      n: open ? () => aimAt(at, moves.forbidden(visit), `Not ${where(at, visit)}.`, null) : undefined,
      m: merge(at, visit, moves.beside(at, visit, 1)),
      b: merge(at, visit, moves.beside(at, visit, -1)),
      u: made ? () => undo.mutate(made) : undefined,
    };
    const act = acts[event.key];
    if (act && !event.ctrlKey && !event.metaKey && !event.altKey) {
      event.preventDefault();
      act();
    }
  };

  return {
    chosen,
    setChosen,
    aim,
    /** What the aim would come to; undefined until the server has said. */
    comesTo: aim ? tried.data : undefined,
    isTried: tried.isSuccess,
    error: tried.error ?? decide.error ?? undo.error,
    made,
    busy: decide.isPending,
    undo: () => {
      if (made) undo.mutate(made);
    },
    leave,
    aimAt,
    aimBy,
    make,
    makeIt,
    key,
  };
}

const where = (at: Row, visit: Visit) => `${at.tag}, week of ${dayShort(visit.week)}`;
