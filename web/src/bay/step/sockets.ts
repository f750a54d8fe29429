import type { Schemas } from "../../api/client";

/** The socket that fitted last: in this visit, else at an earlier one; empty where nobody has written one down. */
export function socketOf(visit: Schemas["VisitAnswer"], step: Schemas["PacketStep"]): string {
  if (!step.socket) return "";
  const alike = new Set(visit.packet.steps.filter((s) => s.socket === step.socket).map((s) => s.key));
  const here = visit.state.entries.filter((e) => e.socket && alike.has(e.key)).at(-1);
  return here?.socket ?? visit.sockets[step.socket] ?? "";
}
