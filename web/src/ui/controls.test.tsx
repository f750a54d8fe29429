// @vitest-environment happy-dom
import { screen, waitFor, within } from "@testing-library/react";
import { type ReactNode, useState } from "react";
import { describe, expect, it, vi } from "vitest";
import { choice, choose, dayIn, nextDay, show } from "../tests/screen";
import { Breadcrumbs } from "./Breadcrumbs";
import { Checkbox } from "./Checkbox";
import { ComboBox, TypeAhead } from "./ComboBox";
import { contains } from "./contains";
import { DateField } from "./DateField";
import { Disclosure } from "./Disclosure";
import { Explained } from "./Explained";
import { FilePicker } from "./FilePicker";
import { PhotoGrid } from "./PhotoGrid";
import { RadioGroup } from "./RadioGroup";
import { Select } from "./Select";
import { Switch } from "./Switch";
import { Tooltip } from "./Tooltip";

/** A control that keeps what it is told, as a form does. */
function Kept<T>({
  first,
  children,
}: {
  first: T;
  children: (value: T, set: (value: T) => void) => ReactNode;
}) {
  const [value, setValue] = useState(first);
  return (
    <>
      {children(value, setValue)}
      <output>{JSON.stringify(value)}</output>
    </>
  );
}
const kept = () => JSON.parse(screen.getByRole("status").textContent ?? "") as unknown;

describe("a choice from a list", () => {
  const stand = (problem?: string) =>
    show(
      <Kept first="1">
        {(value, set) => (
          <Select
            label="Axles"
            value={value}
            onChange={set}
            problem={problem}
            options={[
              ["1", "one"],
              ["2", "two, a tandem"],
              ["3", "three"],
            ]}
          />
        )}
      </Kept>,
    );

  it("says what is picked, and picks another by touch", async () => {
    const { user } = stand();
    expect(choice("Axles").textContent).toContain("one");
    await choose(user, "Axles", "three");
    expect(kept()).toBe("3");
  });

  it("picks the next one by arrow without being opened, and leaves it as it was with Escape", async () => {
    const { user } = stand();
    await user.tab();
    await user.keyboard("{ArrowRight}");
    expect(kept()).toBe("2");
    await user.click(choice("Axles"));
    await screen.findByRole("listbox");
    await user.keyboard("{Escape}");
    await waitFor(() => expect(screen.queryByRole("listbox")).toBeNull());
    expect(kept()).toBe("2");
  });

  it("says what is wrong with it", () => {
    stand("Pick how many.");
    expect(screen.getByText("Pick how many.")).toBeTruthy();
  });
});

describe("one of many, found by typing", () => {
  it("takes words in any order and letter case", () => {
    expect(contains("Skaldale Glider Club", "club skal")).toBe(true);
    expect(contains("Skaldale Glider Club", "skal boat")).toBe(false);
  });

  it("offers what fits, picks one, and takes nothing that is not offered", async () => {
    const { user } = show(
      <Kept first="">
        {(value, set) => (
          <ComboBox
            label="Customer"
            value={value}
            onChange={set}
            options={[
              ["", "everybody’s"],
              ["g", "Skaldale Glider Club"],
              ["w", "Merrowater Weed Cutting"],
            ]}
          />
        )}
      </Kept>,
    );
    const field = screen.getByRole("combobox", { name: "Customer" });
    await user.clear(field);
    await user.type(field, "weed");
    expect((await screen.findAllByRole("option")).map((o) => o.textContent)).toEqual([
      "Merrowater Weed Cutting",
    ]);
    await user.keyboard("{ArrowDown}{Enter}");
    expect(kept()).toBe("w");
    await user.clear(field);
    await user.type(field, "nobody");
    await user.tab();
    expect(kept()).toBe("w");
  });

  it("lets words of one’s own stand where they may, and offers none twice", async () => {
    const { user } = show(
      <Kept first="">
        {(value, set) => (
          <TypeAhead label="Whose" value={value} onChange={set} offers={["Ada", "Ada", "Adalbert"]} />
        )}
      </Kept>,
    );
    const field = screen.getByRole("combobox", { name: "Whose" });
    await user.type(field, "ada");
    expect(await screen.findAllByRole("option")).toHaveLength(2);
    await user.type(field, "m");
    await user.tab();
    expect(kept()).toBe("adam");
  });
});

describe("a box to tick", () => {
  it("is ticked by its words and by the space bar, and not while it may not be", async () => {
    const { user } = show(
      <Kept first={false}>
        {(value, set) => (
          <>
            <Checkbox checked={value} onChange={set}>
              overdue only
            </Checkbox>
            <Checkbox checked={false} onChange={() => set(true)} disabled>
              not now
            </Checkbox>
          </>
        )}
      </Kept>,
    );
    await user.click(screen.getByText("overdue only"));
    expect(kept()).toBe(true);
    await user.keyboard(" ");
    expect(kept()).toBe(false);
    await user.click(screen.getByText("not now"));
    expect(kept()).toBe(false);
  });
});

describe("one of several, all in sight", () => {
  it("has none picked until somebody does, and goes on by arrow", async () => {
    const { user } = show(
      <Kept first="">
        {(value, set) => (
          <RadioGroup
            label="What you see"
            value={value}
            onChange={set}
            options={[
              { value: "dry", children: "Dry" },
              { value: "milky", children: "Milky" },
            ]}
          />
        )}
      </Kept>,
    );
    expect(screen.getAllByRole("radio").filter((r) => (r as HTMLInputElement).checked)).toHaveLength(0);
    await user.click(screen.getByText("Dry"));
    await user.keyboard("{ArrowDown}");
    expect(kept()).toBe("milky");
  });
});

describe("what is out of the way until it is wanted", () => {
  it("opens and closes by touch and key", async () => {
    const { user } = show(
      <Disclosure title="The figures as a table">
        <p>1, 2, 3</p>
      </Disclosure>,
    );
    const trigger = screen.getByRole("button", { name: "The figures as a table" });
    expect(trigger.getAttribute("aria-expanded")).toBe("false");
    await user.click(trigger);
    expect(trigger.getAttribute("aria-expanded")).toBe("true");
    await user.keyboard("{Enter}");
    expect(trigger.getAttribute("aria-expanded")).toBe("false");
  });

  it("explains over the page and goes with Escape, the keyboard back where it was", async () => {
    const { user } = show(<Explained label="Signs and keys">A bar: law sets its last day.</Explained>);
    const trigger = screen.getByRole("button", { name: "Signs and keys" });
    await user.click(trigger);
    await screen.findByRole("dialog", { name: "Signs and keys" });
    await user.keyboard("{Escape}");
    await waitFor(() => expect(screen.queryByRole("dialog")).toBeNull());
    await waitFor(() => expect(document.activeElement).toBe(trigger));
  });
});

describe("a day", () => {
  const stand = (first: string) =>
    show(
      <Kept first={first}>{(value, set) => <DateField label="Read on" value={value} onChange={set} />}</Kept>,
    );

  it("is told and turned part by part", async () => {
    const { user } = stand("2026-06-24");
    expect(dayIn("Read on")).toBe("2026-06-24");
    await nextDay(user, "Read on");
    expect(kept()).toBe("2026-06-25");
  });

  it("is picked from a calendar that is fetched when it is opened", async () => {
    const { user } = stand("2028-02-28");
    await user.click(screen.getByRole("button", { name: /Read on: calendar/ }));
    const month = within(await screen.findByRole("grid"));
    await user.click(month.getByRole("button", { name: /February 29/ }));
    expect(kept()).toBe("2028-02-29");
  });

  it("is none while what stands there is none", () => {
    stand("no day");
    expect(dayIn("Read on")).toBe("yyyy-mm-dd");
  });
});

describe("a file", () => {
  it("is picked, and nothing happens when somebody thinks better of it", async () => {
    const onPick = vi.fn();
    const { user, container } = show(
      <FilePicker label="A table" button="Choose a table" accept={[".csv"]} onPick={onPick} />,
    );
    const input = container.querySelector<HTMLInputElement>("input[type=file]");
    expect(input?.accept).toBe(".csv");
    const table = new File(["tag\r\nP-07"], "yard.csv", { type: "text/csv" });
    if (input) await user.upload(input, table);
    expect(onPick).toHaveBeenCalledExactlyOnceWith(table);
  });
});

describe("a few words beside a thing", () => {
  it("stand there only while it is pointed at", () => {
    const { again } = show(<Tooltip at={null}>Repack, axle 1</Tooltip>);
    expect(screen.queryByRole("tooltip")).toBeNull();
    again(<Tooltip at={document.body}>Repack, axle 1</Tooltip>);
    expect(screen.getByRole("tooltip").textContent).toBe("Repack, axle 1");
  });
});

describe("a switch", () => {
  it("is on from the moment it is touched, and off again by the space bar", async () => {
    const { user } = show(
      <Kept first={false}>
        {(on, set) => (
          <Switch on={on} onChange={set}>
            Night
          </Switch>
        )}
      </Kept>,
    );
    await user.click(screen.getByRole("switch", { name: "Night" }));
    expect(kept()).toBe(true);
    await user.keyboard(" ");
    expect(kept()).toBe(false);
  });
});

describe("the way to a page", () => {
  it("leads to each page above it, and says where one is", async () => {
    const { user, at } = show(
      <Breadcrumbs
        way={[
          ["/yard", "Yard"],
          ["/yard/customers/7", "Lanternfold Puppet Theatre"],
        ]}
        here="P-07"
      />,
    );
    const way = screen.getByRole("navigation", { name: "Where this page stands" });
    expect(
      within(way)
        .getAllByRole("link")
        .map((l) => l.textContent),
    ).toEqual(["Yard", "Lanternfold Puppet Theatre"]);
    expect(within(way).getByText("P-07").getAttribute("aria-current")).toBe("page");
    await user.click(screen.getByRole("link", { name: "Lanternfold Puppet Theatre" }));
    expect(at()).toBe("/yard/customers/7");
  });
});

describe("photographs side by side", () => {
  const three = ["worn shoe", "torn seal", "clean spindle"].map((shows, i) => ({
    id: `p${i}`,
    address: `/photos/p${i}`,
    shows,
    below: <span>below {shows}</span>,
  }));

  it("shows one large, turns to the next and the one before, and goes round at both ends", async () => {
    const { user } = show(<PhotoGrid label="Photographs" photos={three} />);
    await user.tab();
    await user.keyboard("{ArrowRight}{Enter}");
    const large = await screen.findByRole("dialog", { name: "Photograph 2 of 3" });
    expect(within(large).getByRole("img", { name: "torn seal" }).getAttribute("src")).toBe("/photos/p1");
    await user.click(within(large).getByRole("button", { name: "After it" }));
    expect(within(large).getByRole("img").getAttribute("alt")).toBe("clean spindle");
    await user.keyboard("{ArrowRight}");
    expect(within(large).getByRole("img").getAttribute("alt")).toBe("worn shoe");
    await user.keyboard("{ArrowLeft}{ArrowLeft}");
    expect(within(large).getByRole("img").getAttribute("alt")).toBe("torn seal");
    await user.keyboard("{Escape}");
    await waitFor(() => expect(screen.queryByRole("dialog")).toBeNull());
  });

  it("has the small pictures in its tiles, each with what is said below it", () => {
    show(<PhotoGrid label="Photographs" photos={three} />);
    expect(screen.getByRole("grid", { name: "Photographs" })).toBeTruthy();
    expect(screen.getAllByRole("img").map((i) => i.getAttribute("src"))).toEqual([
      "/photos/p0/small",
      "/photos/p1/small",
      "/photos/p2/small",
    ]);
    expect(screen.getByText("below torn seal")).toBeTruthy();
  });
});
