import { useQuery } from "@tanstack/react-query";
import { Link, useParams } from "@tanstack/react-router";
import { useState } from "react";
import type { Schemas } from "../api/client";
import { lineageQuery } from "../api/roleQueries";
import { Empty, Read } from "../ui/states";
import { count } from "../ui/words";
import { branchesOf, size, type Branch } from "./lineage";

type View = Schemas["LineageView"];

/** Branches deeper than this, and with more below them, begin folded. */
const OPEN_DEPTH = 2;
const OPEN_SIZE = 12;

/** What a role is made of and who gets it; of a permission set, who gets it. */
export function LineagePage() {
  const { id } = useParams({ from: "/roles/$id/lineage" });
  const lineage = useQuery(lineageQuery(id));
  return (
    <section className="min-w-0 flex-1 overflow-auto px-5 py-4" aria-label="Lineage">
      <Read of={lineage} what="the lineage">
        {(data) => <Drawn view={data} />}
      </Read>
    </section>
  );
}

function Drawn({ view }: { view: View }) {
  const root = view.nodes.find((node) => node.id === view.root);
  const up = branchesOf(view, "wholes");
  const down = branchesOf(view, "parts");
  if (root === undefined) {
    return <Empty title="There is nothing to draw." />;
  }
  return (
    <>
      <div className="flex items-start gap-2">
        <div className="flex-1">
          <h1>Lineage of {root.name}</h1>
          <p className="text-soft">{root.note}</p>
        </div>
        {root.kind === "SET" && (
          <Link to="/roles/sets" className="btn btn-sm">
            To the permission sets
          </Link>
        )}
        {root.kind === "ROLE" && (
          <Link to="/roles/$id" params={{ id: root.id }} className="btn btn-sm">
            To the role
          </Link>
        )}
      </div>
      <div className="mt-4 grid items-start gap-6 min-[1000px]:grid-cols-2">
        <Tree
          title="Who gets it"
          empty={
            root.people > 0 ? "No role includes it, and no group has it." : "Nobody has it, and no role includes it."
          }
          note={root.people > 0 ? `${count(root.people, "person has", "people have")} it directly` : ""}
          branches={up}
        />
        {root.kind !== "SET" && (
          <Tree title="What it is made of" empty="No permission sets or roles yet." note="" branches={down} />
        )}
      </div>
      {view.moreGroups > 0 && <p className="mt-2 text-soft">{count(view.moreGroups, "more group")} not shown</p>}
    </>
  );
}

function Tree({
  title,
  empty,
  note,
  branches,
}: {
  title: string;
  empty: string;
  note: string;
  branches: readonly Branch[];
}) {
  return (
    <section aria-label={title}>
      <h2>{title}</h2>
      <div className="card-plain mt-1.5 px-4 py-3">
        {note !== "" && <p className="mb-1 text-soft">{note}</p>}
        {branches.length === 0 ? (
          <p className="text-soft">{empty}</p>
        ) : (
          <ul role="tree" aria-label={title}>
            {branches.map((branch) => (
              <Limb key={branch.node.id} branch={branch} depth={0} />
            ))}
          </ul>
        )}
      </div>
    </section>
  );
}

const LOOKS = { ROLE: "rounded", SET: "rounded-none", GROUP: "rounded-full" };
const KINDS = { ROLE: "role", SET: "set", GROUP: "group" };

function Limb({ branch, depth }: { branch: Branch; depth: number }) {
  const [isOpen, setOpen] = useState(depth < OPEN_DEPTH || size(branch) <= OPEN_SIZE);
  const { node } = branch;
  const notes = [
    node.kind === "GROUP" ? "" : count(node.permissions, "permission"),
    node.left > 0 ? `less ${count(node.left, "exclusion")}` : "",
    node.people > 0 ? `given to ${count(node.people, "person", "people")}` : "",
    branch.isAgain ? "shown above" : "",
  ].filter((part) => part !== "");
  return (
    <li
      role="treeitem"
      aria-expanded={branch.branches.length > 0 ? isOpen : undefined}
      aria-selected={false}
      className="relative pl-5 before:absolute before:top-0 before:left-1 before:h-full before:border-l before:border-base-300 last:before:h-4"
    >
      <span aria-hidden className="absolute top-4 left-1 w-3 border-t border-base-300" />
      <span className="flex min-h-8 items-center gap-2">
        {branch.branches.length === 0 ? (
          <span className="w-4" />
        ) : (
          <button
            type="button"
            className="w-4 cursor-pointer text-soft"
            aria-label={`${isOpen ? "Collapse" : "Expand"} ${node.name}`}
            onClick={() => setOpen(!isOpen)}
          >
            {isOpen ? "▾" : "▸"}
          </button>
        )}
        <Link
          to={node.kind === "GROUP" ? "/groups/$id" : node.kind === "ROLE" ? "/roles/$id" : "/roles/sets"}
          params={{ id: node.id }}
          className={`border border-base-300 bg-base-200 px-2 font-semibold hover:underline ${LOOKS[node.kind]}`}
          title={node.note}
        >
          {node.name}
        </Link>
        <span className="text-sm text-soft">
          {[KINDS[node.kind], ...notes].join(" · ")}
          {!isOpen && ` · ${size(branch)} below`}
        </span>
      </span>
      {isOpen && branch.branches.length > 0 && (
        <ul role="group">
          {branch.branches.map((one) => (
            <Limb key={one.node.id} branch={one} depth={depth + 1} />
          ))}
        </ul>
      )}
    </li>
  );
}
