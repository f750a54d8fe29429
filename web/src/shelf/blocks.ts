/** What the blocks on a shelf board stand for. */
export type BlockKind = "promised" | "free" | "missing" | "coming";

/** A run of like blocks, or one long block where single ones would be too many. */
export interface Run {
  kind: BlockKind;
  /** How much it stands for. */
  amount: number;
  /** How many blocks are drawn; 1 for a long one. */
  blocks: number;
  /** Whether one block stands for all of it. */
  long: boolean;
}

/** The most single blocks drawn for a part; beyond that each run becomes one long block. */
export const MOST_BLOCKS = 14;

/** A shelf board as runs of blocks: what is promised, what is free, what is missing, what is on its way. */
export function runs(of: { promised: number; free: number; missing: number; coming: number }): Run[] {
  const all: Run[] = (["promised", "free", "missing", "coming"] as const)
    .map((kind) => ({ kind, amount: of[kind], blocks: Math.ceil(of[kind]), long: false }))
    .filter((r) => r.amount > 0);
  const single =
    all.reduce((sum, r) => sum + r.blocks, 0) <= MOST_BLOCKS && all.every((r) => Number.isInteger(r.amount));
  return single ? all : all.map((r) => ({ ...r, blocks: 1, long: true }));
}

/** How wide a long block is, between 12 and 84: by the root of its amount, so that much and little both show. */
export const longWidth = (amount: number): number => Math.round(Math.min(84, 12 + 6 * Math.sqrt(amount)));
