import { useShop } from "../api/useShop";
import { dayInWords } from "../api/words";

/** By when a check is owed, after what it is: a day that has passed is said to have. */
export function OwedBy({ on }: { on: string }) {
  const today = useShop().data?.today;
  return today !== undefined && on < today ? (
    <>, overdue since {dayInWords(on)}</>
  ) : (
    <> by {dayInWords(on)}</>
  );
}
