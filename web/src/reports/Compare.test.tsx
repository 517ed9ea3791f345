// @vitest-environment jsdom
import { screen, within } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { expect, it } from "vitest";
import { draw, server } from "../testing/page";
import { Compare } from "./Compare";

const LIST = "number,last day\n40010,2026-11-27\n999999,2026-11-20\n";

const columns = ["Number", "Name in the list", "Person in Wexa", "Last day in the list", "Last day in Wexa", "Result"];

const compared = {
  kind: "LEAVERS",
  title: "Leavers compared with a list",
  columns: columns.map((name) => ({ name, sort: name.startsWith("Last day") ? "DAY" : "TEXT" })),
  rows: [
    ["999999", "", "", "2026-11-20", "", "no such staff number in Wexa"],
    ["40010", "", "Perrin Aldous", "2026-11-27", "2026-11-27", "agrees"],
  ],
  total: 2,
  measure: "leavers",
  bars: [
    { label: "no such staff number in Wexa", series: "", value: 1 },
    { label: "agrees", series: "", value: 1 },
  ],
  cover: { filter: ["a list of 2 lines", "last days from 20 Nov 2026 to 27 Nov 2026"], readings: [] },
};

it("sends the list, and shows what has no partner before what agrees", async () => {
  const asked = server((one) => (one.path === "/api/v1/reports/leavers/comparison" ? compared : undefined));
  draw(<Compare />);
  const file = new File([LIST], "leavers-november.csv", { type: "text/csv" });
  await userEvent.upload(await screen.findByLabelText("List of leavers from HR"), file);
  expect(await screen.findByText("leavers-november.csv")).toBeDefined();
  expect(asked.at(-1)).toMatchObject({ method: "POST", path: "/api/v1/reports/leavers/comparison" });
  const rows = within(screen.getByRole("table")).getAllByRole("row").slice(1);
  expect(rows.map((row) => row.lastElementChild?.textContent)).toEqual(["no such staff number in Wexa", "agrees"]);
  expect(screen.getByLabelText("Results").textContent).toContain("▲ no such staff number in Wexa: 1");
});

it("says what is wrong with a list, and keeps the way to choose another", async () => {
  server(() => undefined);
  draw(<Compare />);
  await userEvent.upload(await screen.findByLabelText("List of leavers from HR"), new File(["x"], "x.csv"));
  expect((await screen.findByRole("alert")).textContent).toBe("There is no such thing.");
  expect(screen.getByText("Choose another list…")).toBeDefined();
  expect(screen.queryByRole("table")).toBeNull();
});
