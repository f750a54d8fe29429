// @vitest-environment happy-dom
import { screen } from "@testing-library/react";
import { Suspense } from "react";
import { describe, expect, it } from "vitest";
import { show } from "../tests/screen";
import { later } from "./later";

function stand(fails: number) {
  let tries = 0;
  const Part = later<{ tag: string }>(() =>
    ++tries <= fails
      ? Promise.reject(new Error("no answer"))
      : Promise.resolve({ default: ({ tag }) => <p>History of {tag}</p> }),
  );
  return show(
    <>
      <input aria-label="Note" />
      <Suspense fallback={null}>
        <Part tag="P-07" />
      </Suspense>
    </>,
  );
}

describe("a part that is fetched when it is wanted", () => {
  it("comes", async () => {
    stand(0);
    await screen.findByText("History of P-07");
  });

  it("says when it can’t be fetched, leaves what is typed beside it, and comes at another try", async () => {
    const { user } = stand(2);
    const again = await screen.findByRole("button", { name: "Try again" });
    await user.type(screen.getByLabelText("Note"), "dry");
    await user.click(again);
    await user.click(await screen.findByRole("button", { name: "Try again" }));
    await screen.findByText("History of P-07");
    expect(screen.getByLabelText("Note")).toHaveProperty("value", "dry");
  });
});
