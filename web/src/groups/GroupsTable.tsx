import { useQuery } from "@tanstack/react-query";
import { Link } from "@tanstack/react-router";
import { entry, useAct } from "../api/drafts";
import type { Schemas } from "../api/client";
import { groupsQuery } from "../api/queries";
import { useMay } from "../session/hooks";
import { Told } from "../ui/plainField";
import { Read } from "../ui/states";
import { count } from "../ui/words";
import { WorkList } from "../ui/listTable";
import { GROUP_COLUMNS, GROUP_FACETS } from "./groupList";

type Row = Schemas["GroupRow"];

/** Groups as a working table. */
export function GroupsTable() {
  const groups = useQuery(groupsQuery);
  const mayPrepare = useMay("PREPARE");
  return (
    <Read of={groups} what="groups">
      {(data) => (
        <WorkList
          title="Groups"
          place="groups"
          exports={{ list: "GROUPS" }}
          one="group"
          many="groups"
          rows={data}
          idOf={(row) => row.id}
          nameOf={(row) => row.name}
          columns={GROUP_COLUMNS}
          facets={GROUP_FACETS}
          draw={(row, column) =>
            column === "name" ? (
              <Link to="/groups/$id" params={{ id: row.id }} className="font-semibold hover:underline">
                {row.name}
              </Link>
            ) : undefined
          }
          head={
            <Link to="/groups" className="btn btn-sm">
              List view
            </Link>
          }
          {...(mayPrepare
            ? { acts: (chosen: readonly Row[], clear: () => void) => <Acts chosen={chosen} onDone={clear} /> }
            : {})}
        />
      )}
    </Read>
  );
}

function Acts({ chosen, onDone }: { chosen: readonly Row[]; onDone: () => void }) {
  const { actThen, isPending, error } = useAct();
  // what a directory manages is managed there
  const ours = chosen.filter((row) => row.kind !== "DIRECTORY");
  return (
    <>
      <Told error={error} />
      <Link
        to="/roles/give"
        search={(before) => ({ draft: before.draft, to: chosen.map((row) => `group:${row.id}`) })}
        disabled={chosen.length === 0}
        className={`btn btn-sm ${chosen.length === 0 ? "btn-disabled" : ""}`}
      >
        Give a role
      </Link>
      <Link
        to="/people/table"
        search={(before) => ({ draft: before.draft, group: chosen.map((row) => row.id) })}
        disabled={chosen.length === 0}
        className={`btn btn-sm ${chosen.length === 0 ? "btn-disabled" : ""}`}
      >
        Show members
      </Link>
      <button
        type="button"
        className="btn btn-sm"
        disabled={ours.length === 0 || isPending}
        onClick={() =>
          actThen(
            "Retire groups",
            ours.map((row) => entry("group.retire", { group: row.id })),
            onDone,
          )
        }
      >
        {ours.length === 0 ? "Retire" : `Retire ${count(ours.length, "group")}, in the draft`}
      </button>
    </>
  );
}
