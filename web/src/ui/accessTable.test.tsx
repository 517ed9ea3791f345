// @vitest-environment jsdom
import { screen, within } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { describe, expect, it } from "vitest";
import type { Schemas } from "../api/client";
import type { Cell } from "../api/queries";
import { draw } from "../testing/page";
import { AccessTable } from "./accessTable";

const cell = (permission: string, label: string, sort: string): Schemas["CellView"] => ({
  permission,
  label,
  sort,
  change: "NONE",
  found: "YES",
  threads: ["DIRECT"],
  blocks: [],
});

const tenant = (over: object) =>
  ({
    tenantId: "t1",
    app: "Pelagia",
    tenant: "North",
    colour: 1,
    userName: "ines.abara",
    needsSeat: true,
    seat: "Keeper",
    lines: [],
    ...over,
  }) as unknown as Schemas["TenantView"];

const line = (over: object) => ({ type: "tank", name: "Tank", areaName: "everywhere", area: null, cells: [], ...over });

describe("the table of what a person can do", () => {
  it("says for each tenant who signs in and with which seat, and where nothing reaches", async () => {
    const tenants = [
      tenant({}),
      tenant({ tenantId: "t2", tenant: "South", seat: null }),
      tenant({ tenantId: "t3", tenant: "East", userName: null }),
    ];
    draw(<AccessTable access={{ tenants } as unknown as Schemas["AccessView"]} title="Can do" />);
    expect(await screen.findByText("Keeper seat · ines.abara")).toBeDefined();
    expect(screen.getByText("no seat · ines.abara")).toBeDefined();
    expect(screen.getByText("no account")).toBeDefined();
    expect(screen.getAllByText("Nothing yet: no role reaches here.")).toHaveLength(3);
    expect(screen.queryByText("Decide")).toBeNull();
  });

  it("tells which cell was chosen, by keyboard as well", async () => {
    const chosen: Cell[] = [];
    const lines = [
      line({ cells: [cell("tank.read", "Read", "LOOK"), cell("tank.drain", "Drain", "DECIDE")] }),
      line({ area: "lagoon", areaName: "Lagoon hall", cells: [cell("tank.read", "Read", "LOOK")] }),
    ];
    draw(
      <AccessTable
        access={{ tenants: [tenant({ lines })] } as unknown as Schemas["AccessView"]}
        title="Can do"
        onChoose={(one) => chosen.push(one)}
      />,
    );
    const row = (await screen.findByText("Lagoon hall")).closest("tr");
    expect(row).not.toBeNull();
    within(row as HTMLElement)
      .getByRole("button")
      .focus();
    await userEvent.keyboard("{Enter}");
    expect(chosen).toEqual([{ tenant: "t1", permission: "tank.read", area: "lagoon" }]);
    expect(screen.getByText("Decide")).toBeDefined();
  });
});
