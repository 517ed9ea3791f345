// @vitest-environment jsdom
import { screen } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { describe, expect, it } from "vitest";
import { draw } from "../testing/page";
import { Picker } from "./picker";

const CHOICES = [
  { id: "1", name: "Lagoon night watch", note: "lagoon-night", source: "Groups" },
  { id: "2", name: "Lagoon keepers", note: "lagoon-keepers", source: "Groups" },
  { id: "3", name: "Ticket desk", note: "ticket-desk", source: "Groups" },
];

async function picker() {
  const picked: string[] = [];
  draw(<Picker label="Group" placeholder="Type to search" choices={CHOICES} onPick={(id) => picked.push(id)} />);
  return { picked, box: await screen.findByRole("combobox", { name: "Group" }), user: userEvent.setup() };
}

describe("a picker", () => {
  it("is used by keyboard alone, and is ready for the next", async () => {
    const { picked, box, user } = await picker();
    await user.type(box, "lag{ArrowDown}{ArrowDown}{Enter}");
    expect(picked).toEqual(["2"]);
    const next = await screen.findByRole("combobox", { name: "Group" });
    expect(next).toHaveProperty("value", "");
    expect(document.activeElement).toBe(next);
    await user.type(next, "tick{ArrowDown}{Enter}");
    expect(picked).toEqual(["2", "3"]);
  });

  it("says so where nothing is found, and picks nothing", async () => {
    const { picked, box, user } = await picker();
    await user.type(box, "kelp");
    expect(await screen.findByText("No results.")).toBeDefined();
    await user.keyboard("{Enter}{Escape}");
    expect(picked).toEqual([]);
  });
});
