import { Link, useParams } from "@tanstack/react-router";
import { useState } from "react";
import { useMay } from "../session/hooks";
import { Read } from "../ui/states";
import { count } from "../ui/words";
import { CompositionGrid } from "./CompositionGrid";
import { Expected } from "./Expected";
import { Replace } from "./Replace";
import { RoleGiven } from "./RoleGiven";
import { RoleWritten } from "./RoleWritten";
import { SourceChange } from "./SourceChange";
import { sensitivityWord, stageWords } from "./roleWords";
import { useRole } from "./useComposing";

export function RolePage() {
  const { id } = useParams({ from: "/roles/$id" });
  const role = useRole(id);
  const mayPrepare = useMay("PREPARE");
  const [isReplacing, setReplacing] = useState(false);
  return (
    <Read of={role} what="the role">
      {(data) => (
        <>
          <div className="flex items-start gap-2">
            <h1 className="flex-1">{data.role.name}</h1>
            <Link to="/roles/$id/lineage" params={{ id }} className="btn btn-sm">
              Lineage
            </Link>
            <Link to="/roles/compare" search={{ of: [`role:${id}`] }} className="btn btn-sm">
              Compare
            </Link>
            {mayPrepare && data.given.length > 0 && (
              <button
                type="button"
                className="btn btn-sm"
                aria-expanded={isReplacing}
                onClick={() => setReplacing(!isReplacing)}
              >
                Replace
              </button>
            )}
            {mayPrepare && (
              <Link to="/roles/$id/copy" params={{ id }} className="btn btn-sm">
                Start another
              </Link>
            )}
            {mayPrepare && (
              <Link to="/roles/$id/compose" params={{ id }} className="btn btn-sm">
                Compose
              </Link>
            )}
          </div>
          <p className="text-soft">
            {[
              data.role.description,
              data.role.apps.join(", "),
              count(data.role.permissions, "permission"),
              stageWords(data.role.stage),
              ...(data.role.sensitivity === "NORMAL" ? [] : [sensitivityWord(data.role.sensitivity)]),
              ...(data.role.variants === 0 ? [] : [`varies in ${count(data.role.variants, "tenant")}`]),
              data.role.owner ? `owned by ${data.role.owner}` : "owned by nobody",
            ].join(" · ")}
          </p>
          {data.source && data.sourceId && (
            <p className="text-soft">
              Started from{" "}
              <Link to="/roles/$id" params={{ id: data.sourceId }} className="link">
                {data.source}
              </Link>
              ,{" "}
              <Link to="/roles/compare" search={{ of: [`role:${data.sourceId}`, `role:${id}`] }} className="link">
                see what differs
              </Link>
            </p>
          )}
          {data.sourceChange && <SourceChange page={data} change={data.sourceChange} />}
          {isReplacing && <Replace role={id} name={data.role.name} onDone={() => setReplacing(false)} />}
          <h2 className="mt-4">Allows</h2>
          <ul className="mt-0.5 flex flex-wrap gap-x-5">
            {data.does.map((line) => (
              <li key={line}>{line}</li>
            ))}
          </ul>
          <Expected page={data} />
          <h2 className="mt-4 mb-1.5">What it is made of</h2>
          <CompositionGrid page={data} />
          <RoleWritten page={data} />
          <RoleGiven page={data} />
        </>
      )}
    </Read>
  );
}
