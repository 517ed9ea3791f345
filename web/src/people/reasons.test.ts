import { expect, it } from "vitest";
import { byReason, reasonWords } from "./reasons";

it("says what is said of many once, and names a few", () => {
  const said = ["Ada", "Bo", "Cy", "Di", "Ed"].map((name) => ({ name, why: "holds nothing" }));
  expect(byReason(said).map(reasonWords)).toEqual(["5 people: each holds nothing"]);
  expect(byReason(said.slice(0, 2)).map(reasonWords)).toEqual(["Ada, Bo: each holds nothing"]);
  expect(byReason([...said.slice(0, 1), { name: "Fay", why: "is you" }]).map(reasonWords)).toEqual([
    "Ada holds nothing",
    "Fay is you",
  ]);
});
