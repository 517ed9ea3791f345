import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import type { Schemas } from "../api/client";
import { eventReceiverQuery } from "../api/tenantQueries";
import { useMayEverywhere } from "../session/hooks";
import { PlainField, problemOf, Told } from "../ui/plainField";
import { Read } from "../ui/states";
import { useRemoveReceiver, useSetReceiver } from "./mutations";

type View = Schemas["EventReceiverView"];

/** Where a tenant takes notice that sessions are to end. */
export function EventReceiver({ tenant }: { tenant: string }) {
  const receiver = useQuery(eventReceiverQuery(tenant));
  return (
    <>
      <h2 className="mt-5">Security events</h2>
      <Read of={receiver} what="security events">
        {(data) => <Shown key={data.url ?? ""} tenant={tenant} view={data} />}
      </Read>
    </>
  );
}

function Shown({ tenant, view }: { tenant: string; view: View }) {
  const mayGovern = useMayEverywhere("GOVERN");
  const [isOpen, setOpen] = useState(false);
  const [url, setUrl] = useState(view.url ?? "");
  const [audience, setAudience] = useState(view.audience ?? "");
  const set = useSetReceiver(tenant);
  const remove = useRemoveReceiver(tenant);
  const isTaking = view.url != null;
  return (
    <div className="text-sm">
      <p className="text-soft">
        {isTaking ? (
          <>
            Notified at <span className="font-mono break-all">{view.url}</span> to end the open sessions of accounts
            that are closed.
          </>
        ) : (
          "Not set up. Sessions that are open when an account is closed continue until the tenant ends them."
        )}
      </p>
      {mayGovern && (
        <p className="mt-1 flex flex-wrap gap-1.5">
          <button type="button" className="btn btn-xs" aria-expanded={isOpen} onClick={() => setOpen(!isOpen)}>
            {isOpen ? "Cancel" : isTaking ? "Change security events" : "Set up security events"}
          </button>
          {isTaking && !isOpen && (
            <button type="button" className="btn btn-xs" disabled={remove.isPending} onClick={() => remove.mutate()}>
              Stop sending
            </button>
          )}
        </p>
      )}
      <Told error={remove.error} />
      {isOpen && (
        <form
          onSubmit={(event) => {
            event.preventDefault();
            set.mutate({ url, audience }, { onSuccess: () => setOpen(false) });
          }}
        >
          <PlainField
            label="Address"
            hint="Where the tenant takes security event tokens (RFC 8935)."
            value={url}
            problem={problemOf(set.error, "url")}
            onChange={setUrl}
          />
          <PlainField
            label="Audience"
            hint={`What the tenant expects in aud. It has to know the issuer ${view.issuer}.`}
            value={audience}
            problem={problemOf(set.error, "audience")}
            onChange={setAudience}
          />
          <Told error={set.error} />
          <button type="submit" className="btn btn-primary btn-sm mt-3" disabled={set.isPending}>
            Save
          </button>
        </form>
      )}
    </div>
  );
}
