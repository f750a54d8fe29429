// @vitest-environment happy-dom
import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { cleanup, render, screen } from "@testing-library/react";
import { MemoryRouter } from "react-router";
import { afterEach, expect, it } from "vitest";
import { OwnYears, SuspectParts } from "./OwnYears";

afterEach(cleanup);

const WORDS =
  "The seal here came by the delivery of May 12, of which 5 of 9 fittings were gone within 2,000 miles.";

function shown(what: React.ReactNode, says: object) {
  const queries = new QueryClient({ defaultOptions: { queries: { staleTime: Infinity } } });
  queries.setQueryData(["trailer-evidence", "t"], says);
  render(
    <QueryClientProvider client={queries}>
      <MemoryRouter>{what}</MemoryRouter>
    </QueryClientProvider>,
  );
}

const suspect = (place: string, placeSpoken: string) => ({ place, placeSpoken, kind: "seal", words: WORDS });
const SAYS = {
  cost: null,
  suspect: [suspect("axle-1-left", "axle 1 left"), suspect("axle-1-right", "axle 1 right")],
  old: ["Bearing set, axle 1 left: 6 years old; 70 % of them are gone by then here."],
};

it("tells of a delivery once, with every place it is at", () => {
  shown(<SuspectParts trailer="t" />, SAYS);
  expect(screen.getByText("Axle 1 left, axle 1 right:")).toBeTruthy();
  expect(screen.getAllByText(/May 12/)).toHaveLength(1);
});

it("tells at a place of what is there, and nothing at another", () => {
  shown(<SuspectParts trailer="t" place="axle-1-right" />, SAYS);
  expect(screen.getByText(/May 12/)).toBeTruthy();
  cleanup();
  shown(<SuspectParts trailer="t" place="axle-2-left" />, SAYS);
  expect(screen.queryByText(/May 12/)).toBeNull();
});

it("says what is older than most get, and that a look settles it", () => {
  shown(<OwnYears trailer="t" of="wear" />, SAYS);
  expect(screen.getByText(/6 years old/)).toBeTruthy();
  expect(screen.getByText(/A look settles it/)).toBeTruthy();
  cleanup();
  shown(<OwnYears trailer="t" of="wear" />, { ...SAYS, old: [] });
  expect(screen.queryByText(/Older than most/)).toBeNull();
});
