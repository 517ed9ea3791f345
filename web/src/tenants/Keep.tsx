import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import type { Schemas } from "../api/client";
import { catalogueQuery } from "../api/queries";
import { Choose } from "../ui/choose";
import { PersonPicker } from "../ui/personPicker";
import { PlainField, problemOf, Told } from "../ui/plainField";
import { count } from "../ui/words";
import { KEPT, lackOf, type Kept } from "./kept";
import { useKeepAccounts } from "./mutations";

type Owner = { id: string; name: string };

/** What becomes of non-personal accounts: shared, used by a program, or closed; and who owns them. */
export function Keep({
  tenant,
  chosen,
  onLeave,
}: {
  tenant: string;
  chosen: readonly Schemas["MatchView"][];
  onLeave: () => void;
}) {
  const units = useQuery(catalogueQuery).data?.units ?? [];
  const [keptAs, setKeptAs] = useState<Kept>("SHARED");
  const [purpose, setPurpose] = useState("");
  const [unit, setUnit] = useState("");
  const [owners, setOwners] = useState<readonly Owner[]>([]);
  const keep = useKeepAccounts(tenant);
  const kind = KEPT.find((one) => one.key === keptAs) ?? KEPT[0];
  const lack = lackOf({ keptAs, purpose, unit, owners: owners.length });
  return (
    <form
      className="border-t border-base-300 px-5 py-3"
      aria-label="Non-personal accounts"
      onSubmit={(event) => {
        event.preventDefault();
        keep.mutate({
          remoteIds: chosen.map((one) => one.remoteId),
          keptAs,
          purpose,
          owners: owners.map((one) => one.id),
          ...(unit === "" ? {} : { unit }),
        });
      }}
    >
      <p>
        <b className="font-semibold">{count(chosen.length, "account")} selected:</b>{" "}
        <span className="font-mono text-sm">{chosen.map((one) => one.userName).join(", ")}</span>
      </p>
      <div className="mt-1 grid gap-x-4 min-[1000px]:grid-cols-4">
        <Choose
          className="mt-3"
          label="Keep as"
          value={keptAs}
          onChange={(value) => setKeptAs(KEPT.find((one) => one.key === value)?.key ?? "SHARED")}
        >
          {KEPT.map((one) => (
            <option key={one.key} value={one.key}>
              {one.words}
            </option>
          ))}
        </Choose>
        <PlainField
          label={kind.purpose}
          value={purpose}
          problem={problemOf(keep.error, "purpose")}
          onChange={setPurpose}
        />
        <Choose className="mt-3" label="Unit" value={unit} onChange={setUnit}>
          <option value="">{keptAs === "SHARED" ? "Choose one" : "None"}</option>
          {units.map((one) => (
            <option key={one.id} value={one.id}>
              {one.name}
            </option>
          ))}
        </Choose>
        <div className="mt-3">
          <span className="block text-xs font-semibold text-soft">Owners</span>
          {owners.map((one) => (
            <button
              key={one.id}
              type="button"
              className="btn btn-xs mr-1"
              aria-label={`Remove ${one.name}`}
              onClick={() => setOwners(owners.filter((other) => other.id !== one.id))}
            >
              {one.name} ✕
            </button>
          ))}
          <PersonPicker
            key={owners.length}
            label="Owner"
            placeholder={owners.length === 0 ? "Name" : "One more"}
            onPick={(one) => setOwners([...owners.filter((other) => other.id !== one.id), one])}
          />
        </div>
      </div>
      <p className="mt-3 flex items-center gap-3">
        <button type="submit" className="btn btn-primary btn-sm" disabled={lack !== undefined || keep.isPending}>
          {keptAs === "UNUSED" ? "Review closing" : "Review keeping"} {count(chosen.length, "account")}
        </button>
        <button type="button" className="btn btn-sm" onClick={onLeave}>
          Cancel
        </button>
        <span className="text-soft">{lack ?? kind.outcome}</span>
        <Told error={keep.error} />
      </p>
    </form>
  );
}
