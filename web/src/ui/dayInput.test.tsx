// @vitest-environment jsdom
import { screen } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { useState } from "react";
import { describe, expect, it } from "vitest";
import { draw } from "../testing/page";
import { DayInput } from "./dayInput";

const kept: string[] = [];

function Field({ value: first }: { value: string }) {
  const [value, setValue] = useState(first);
  return (
    <DayInput
      label="Last day"
      value={value}
      onKeep={(next) => {
        kept.push(next);
        setValue(next);
      }}
    />
  );
}

async function field(value: string) {
  kept.length = 0;
  draw(<Field value={value} />);
  return { box: await screen.findByRole("textbox", { name: "Last day" }), user: userEvent.setup() };
}

describe("a field for a day", () => {
  it("keeps what was typed as the day that it means, when it is left", async () => {
    const { box, user } = await field("");
    await user.type(box, "fri");
    expect(kept).toEqual([]);
    await user.tab();
    expect(kept).toEqual(["2026-11-27"]);
    expect(box).toHaveProperty("value", "27 Nov 2026");
  });

  it("keeps it by Enter, and not once more when it is left", async () => {
    const { box, user } = await field("2026-11-30");
    expect(box).toHaveProperty("value", "30 Nov 2026");
    await user.clear(box);
    await user.type(box, "+8{Enter}");
    await user.tab();
    expect(kept).toEqual(["2026-12-01"]);
  });

  it("keeps nothing where the same day was typed otherwise", async () => {
    const { box, user } = await field("2026-11-30");
    await user.clear(box);
    await user.type(box, "+7{Enter}");
    expect(kept).toEqual([]);
  });

  it("keeps what is no day as it was typed", async () => {
    const { box, user } = await field("2026-11-30");
    await user.clear(box);
    await user.type(box, "30 feb");
    await user.tab();
    expect(kept).toEqual(["30 feb"]);
    expect(box).toHaveProperty("value", "30 feb");
  });
});
