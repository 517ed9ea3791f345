import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import type { Schemas } from "../api/client";
import { secretsQuery } from "../api/leavingQueries";
import { useMay, useSession } from "../session/hooks";
import { day } from "../ui/dates";
import { EndTwice } from "../ui/endTwice";
import { Told } from "../ui/plainField";
import { Empty, Read } from "../ui/states";
import { TenantDot } from "../ui/tenants";
import { count } from "../ui/words";
import { useForgetSecret, useSecretChanged } from "./mutations";
import { SecretForm } from "./SecretForm";

type Secret = Schemas["SharedSecretView"];

/** Secrets that several people know, and which have to be changed because one of them is out. */
export function SecretsPage() {
  const secrets = useQuery(secretsQuery);
  const mayApply = useMay("APPLY");
  const [isNew, setNew] = useState(false);
  return (
    <section className="min-w-0 flex-1 overflow-auto px-5 py-4" aria-label="Shared secrets">
      <div className="flex items-start gap-3">
        <div className="min-w-0 flex-1">
          <h1>Shared secrets</h1>
          <p className="max-w-3xl text-soft">
            Door codes, PINs and passwords that several people know. Wexa does not keep the secrets themselves, only who
            knows them, so that they are changed when one of these people leaves or is suspended.
          </p>
        </div>
        {mayApply && !isNew && (
          <button type="button" className="btn btn-primary btn-sm" onClick={() => setNew(true)}>
            Add a secret
          </button>
        )}
      </div>
      {isNew && <SecretForm onDone={() => setNew(false)} />}
      <Read of={secrets} what="shared secrets">
        {(data) =>
          data.length === 0 ? (
            <div className="card-plain mt-4 max-w-3xl">
              <Empty title="No shared secrets">Add the first one to have it followed when people leave.</Empty>
            </div>
          ) : (
            <ul className="card-plain mt-4 max-w-4xl divide-y divide-[var(--line)]">
              {data.map((one) => (
                <Line key={one.id} secret={one} />
              ))}
            </ul>
          )
        }
      </Read>
    </section>
  );
}

function Line({ secret }: { secret: Secret }) {
  const session = useSession();
  const mayApply = useMay("APPLY");
  const [isEdited, setEdited] = useState(false);
  const changed = useSecretChanged(secret.id);
  const forget = useForgetSecret(secret.id);
  const out = secret.known.filter((one) => one.isOut).map((one) => one.name);
  return (
    <li className="px-4 py-2.5" id={secret.id}>
      <div className="flex items-baseline gap-3">
        <span className="min-w-0 flex-1">
          <b className="font-semibold">{secret.name}</b>
          <span className="text-soft">
            {" · "}
            {secret.colour != null && <TenantDot colour={secret.colour} />}
            {[secret.where, secret.where === secret.place ? "" : secret.place].filter((one) => one !== "").join(", ")}
          </span>
        </span>
        <span className={`text-sm ${secret.hasToBeChanged ? "font-semibold text-warning" : "text-soft"}`}>
          {secret.hasToBeChanged ? "▲ to be changed" : `changed ${day(secret.changedAt, session.zone)}`}
        </span>
      </div>
      <p className="text-sm text-soft">
        Known to {secret.known.map((one) => one.name).join(", ")}
        {secret.hidden > 0 && ` and ${count(secret.hidden, "person", "people")} outside your scope`}. Owner:{" "}
        {secret.owner.name}.
        {out.length > 0 && (
          <b className="font-semibold text-warning">
            {" "}
            {out.join(", ")}{" "}
            {out.length === 1 ? "is no longer here but still knows" : "are no longer here but still know"} it.
          </b>
        )}
      </p>
      {mayApply && (
        <p className="mt-1.5 flex flex-wrap gap-1.5">
          <button
            type="button"
            className={`btn btn-xs ${secret.hasToBeChanged ? "btn-primary" : ""}`}
            aria-label={`Mark ${secret.name} as changed`}
            disabled={changed.isPending}
            onClick={() => changed.mutate()}
          >
            Mark as changed
          </button>
          <button
            type="button"
            className="btn btn-xs"
            aria-label={`Edit ${secret.name}`}
            onClick={() => setEdited(!isEdited)}
          >
            Edit
          </button>
          <EndTwice
            name={secret.name}
            verb="Remove"
            note=" from this list"
            isBusy={forget.isPending}
            onEnd={() => forget.mutate()}
          />
        </p>
      )}
      <Told error={changed.error ?? forget.error} />
      {isEdited && <SecretForm secret={secret} onDone={() => setEdited(false)} />}
    </li>
  );
}
