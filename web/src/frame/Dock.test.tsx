// @vitest-environment jsdom
import { screen, waitFor } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { describe, expect, it } from "vitest";
import { draw, server, type Asked } from "../testing/page";
import { Dock } from "./Dock";

const ID = "018f0000-0000-7000-8000-000000000001";

const draft = (over: object, summary: object = {}) => ({
  id: ID,
  name: "Winter rota",
  state: "OPEN",
  version: 4,
  total: 2,
  last: "e2",
  entries: [],
  summary: {
    ready: 2,
    toSettle: 0,
    people: 1,
    gains: 5,
    blocked: 5,
    blocks: [],
    losses: 0,
    seats: 0,
    tenants: ["t1"],
    ...summary,
  },
  ...over,
});

const answering = (one: unknown) => (asked: Asked) => {
  if (asked.path === "/api/v1/drafts") {
    return [];
  }
  return asked.path.startsWith(`/api/v1/drafts/${ID}`) ? one : undefined;
};

describe("the dock", () => {
  it("says what the open draft comes to, and what is not usable yet", async () => {
    server(answering(draft({})));
    draw(<Dock />, `/?draft=${ID}`);
    expect(await screen.findByText("Winter rota")).toBeDefined();
    expect(screen.getByRole("contentinfo").textContent).toContain("2 changes in 1 tenant");
    expect(screen.getByRole("contentinfo").textContent).toContain("gains 5");
    expect(screen.getByText(/none usable yet/)).toBeDefined();
  });

  it("takes the last entry out on the version that is known, one after the other", async () => {
    let version = 4;
    let open = 0;
    let most = 0;
    const asked = server(async (one) => {
      if (one.method !== "PUT") {
        return answering(draft({ version }))(one);
      }
      most = Math.max(most, ++open);
      await new Promise((done) => setTimeout(done, 30));
      open--;
      version++;
      return draft({ version, last: `e${7 - version}` });
    });
    draw(<Dock />, `/?draft=${ID}`);
    const undo = await screen.findByRole("button", { name: "Undo last" });
    await userEvent.click(undo);
    await userEvent.click(undo);
    const puts = () => asked.filter((one) => one.method === "PUT");
    await waitFor(() => expect(puts()).toHaveLength(2));
    await waitFor(() => expect(open).toBe(0));
    expect(most).toBe(1);
    expect(puts().map((one) => one.version)).toEqual(['"4"', '"5"']);
  });

  it("says what went wrong, and keeps the draft on the screen", async () => {
    server((one) => (one.method === "PUT" ? undefined : answering(draft({}))(one)));
    draw(<Dock />, `/?draft=${ID}`);
    await userEvent.click(await screen.findByRole("button", { name: "Undo last" }));
    expect((await screen.findByRole("alert")).textContent).toContain("There is no such thing.");
    expect(screen.getByText("Winter rota")).toBeDefined();
  });

  it("offers no more than to close what was applied", async () => {
    server(answering(draft({ state: "APPLIED" })));
    draw(<Dock />, `/?draft=${ID}`);
    expect(await screen.findByText("applied")).toBeDefined();
    expect(screen.queryByRole("button", { name: "Undo last" })).toBeNull();
    expect(screen.getByRole("link", { name: "Close" })).toBeDefined();
  });
});
