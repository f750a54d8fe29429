// @vitest-environment happy-dom
import { screen } from "@testing-library/react";
import { describe, expect, it, vi } from "vitest";
import { step } from "../../tests/facts";
import { show } from "../../tests/screen";
import { Switch } from "../../ui/Switch";
import { spoken, spokenCard, useAloud } from "./useAloud";

const LUGS = step({
  key: "axle-1-left/wheel-off/torque",
  title: "Torque the nuts.",
  placeSpoken: "axle 1 left",
  cautions: ["Never on grease."],
});
const WIPE = step({ key: "axle-1-left/wheel-off/wipe", title: "Wipe it" });

function Said({ words }: { words: string }) {
  const aloud = useAloud(words);
  return (
    <Switch on={aloud.on} onChange={aloud.set}>
      Read aloud
    </Switch>
  );
}

describe("reading aloud", () => {
  it("says where, what and what to beware of; of a card in full only what can kill", () => {
    expect(spoken(LUGS)).toBe("axle 1 left. Torque the nuts. Never on grease");
    expect(spokenCard([WIPE, LUGS], { [LUGS.key]: "It holds the wheel." })).toBe(
      "Wipe it. axle 1 left. Torque the nuts. Never on grease",
    );
  });

  it("speaks once it is asked to, and is quiet about what is done", async () => {
    const speech = { speak: vi.fn(), cancel: vi.fn() };
    vi.stubGlobal("speechSynthesis", speech);
    vi.stubGlobal(
      "SpeechSynthesisUtterance",
      class {
        constructor(readonly text: string) {}
      },
    );
    const { user, again } = show(<Said words="first" />);
    expect(speech.speak).not.toHaveBeenCalled();
    await user.click(screen.getByRole("switch", { name: "Read aloud" }));
    expect(speech.speak.mock.lastCall?.[0].text).toBe("first");
    again(<Said words="second" />);
    expect(speech.speak.mock.lastCall?.[0].text).toBe("second");
    expect(speech.cancel.mock.calls.length).toBeGreaterThan(1);
    await user.click(screen.getByRole("switch", { name: "Read aloud" }));
    again(<Said words="third" />);
    expect(speech.speak).toHaveBeenCalledTimes(2);
  });
});
