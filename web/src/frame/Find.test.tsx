// @vitest-environment jsdom
import { screen, waitFor } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { expect, test } from "vitest";
import { draw, server } from "../testing/page";
import { Find } from "./Find";

const WREN = {
  row: {
    id: "5f0c",
    handle: "wren.castellane",
    name: "Wren Castellane",
    number: "40006",
    job: "Keeper",
    unit: "Lagoon Hall",
    kind: "EMPLOYEE",
    standing: "EXPECTED",
    home: "skerrow",
  },
  how: "",
};

/** People come late: long after the last letter. */
function latePeople(wait: number) {
  return server(async (asked) => {
    if (asked.path === "/api/v1/people/find") {
      await new Promise((done) => setTimeout(done, wait));
      return [WREN];
    }
    return [];
  });
}

async function typed(text: string) {
  const page = draw(<Find isOpen onOpen={() => undefined} />);
  const box = await screen.findByRole("searchbox");
  await userEvent.type(box, text);
  return page;
}

test("Enter opens the best hit that stands there", async () => {
  latePeople(0);
  const { address } = await typed("castel");
  await screen.findByText("Wren Castellane");
  await userEvent.keyboard("{Enter}");
  await waitFor(() => expect(address()).toBe("/people/5f0c"));
});

test("Enter pressed before the answer came opens what comes, and not what stood there before", async () => {
  latePeople(150);
  const { address } = await typed("give castel");
  await userEvent.keyboard("{Enter}");
  expect(address()).toBe("/");
  await waitFor(() => expect(address()).toBe("/roles/give"), { timeout: 3_000 });
});

test("whoever moves through the list opens what they moved to", async () => {
  latePeople(0);
  const { address } = await typed("castel");
  await screen.findByText("Wren Castellane");
  await userEvent.keyboard("{ArrowDown}{ArrowDown}{Enter}");
  await waitFor(() => expect(address()).toBe("/roles/give"));
});
