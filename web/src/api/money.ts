import { useMemo } from "react";
import { useShop } from "./useShop";

/** Writes money: to the cent, or whole where it is only about so much. */
export interface Money {
  (of: number): string;
  about: (of: number) => string;
}

/** Money in a currency, grouped as the reader groups; without a sign where the currency is none that is known. */
export function moneyIn(currency: string | undefined, language?: string): Money {
  const write = (digits: number) => {
    const plain = { minimumFractionDigits: digits, maximumFractionDigits: digits };
    try {
      return new Intl.NumberFormat(language, currency ? { style: "currency", currency, ...plain } : plain);
    } catch {
      return new Intl.NumberFormat(language, plain);
    }
  };
  const exact = write(2);
  const whole = write(0);
  return Object.assign((of: number) => exact.format(of), { about: (of: number) => whole.format(of) });
}

/** Money as this shop reckons in it. */
export function useMoney(): Money {
  const currency = useShop().data?.currency;
  // Its two formats take longer to make than to use.
  return useMemo(() => moneyIn(currency), [currency]);
}
