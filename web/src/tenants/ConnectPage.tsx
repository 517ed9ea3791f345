import { Link } from "@tanstack/react-router";
import { useState } from "react";
import { type Schemas } from "../api/client";
import { keyOf } from "../setup/steps";
import { PlainField, problemOf, Told } from "../ui/plainField";
import { count } from "../ui/words";
import { Capabilities } from "./Capabilities";
import { EnvironmentChoice, UserNameChoice, type Environment, type UserNameRule } from "./naming";
import { useConnectTenant, useProbeTenant } from "./mutations";

type Announced = Schemas["AnnouncedView"];

/** Connecting a tenant: where it is, what it says of itself, and how it is called here. */
export function ConnectPage() {
  const [address, setAddress] = useState("");
  const [token, setToken] = useState("");
  const [certificates, setCertificates] = useState("");
  const probe = useProbeTenant();
  return (
    <section className="min-w-0 flex-1 overflow-auto px-5 py-4" aria-label="Connect a tenant">
      <h1>Connect a tenant</h1>
      <p className="text-soft">
        It is asked what it is and can do. Nothing in it changes before somebody applies a draft that says so.
      </p>
      <form
        className="mt-1 max-w-3xl"
        onSubmit={(event) => {
          event.preventDefault();
          probe.mutate({ address, token, certificates });
        }}
      >
        <div className="grid grid-cols-[1fr_1fr_auto] items-start gap-3">
          <PlainField
            label="Address"
            hint="What stands before “scim/v2”, such as https://pelagia.example/north/"
            autoFocus
            value={address}
            problem={problemOf(probe.error, "address")}
            onChange={(value) => {
              probe.reset();
              setAddress(value);
            }}
          />
          <PlainField
            label="Token"
            type="password"
            hint="Kept encrypted, and shown nowhere again."
            autoComplete="off"
            value={token}
            problem={problemOf(probe.error, "token")}
            onChange={(value) => {
              probe.reset();
              setToken(value);
            }}
          />
          <details className="mt-3" open={problemOf(probe.error, "certificates") !== undefined || undefined}>
            <summary className="cursor-pointer text-sm font-semibold">Certificate</summary>
            <PlainField
              label="Trusted certificate (optional)"
              type="lines"
              isOptional
              hint="In PEM form: the tenant's own, or that of the authority that signed it. Leave empty to trust what the server's Java trusts."
              value={certificates}
              problem={problemOf(probe.error, "certificates")}
              onChange={(value) => {
                probe.reset();
                setCertificates(value);
              }}
            />
          </details>
          <button
            type="submit"
            className={`btn mt-7.5 h-8 ${probe.data === undefined ? "btn-primary" : ""}`}
            disabled={probe.isPending}
          >
            {probe.isPending ? "Asking…" : "Test the connection"}
          </button>
        </div>
        <Told error={probe.error} />
      </form>
      {probe.data !== undefined && (
        <div className="mt-4 grid max-w-5xl gap-6 min-[1100px]:grid-cols-[1fr_1.2fr]">
          <Says announced={probe.data} />
          <Naming announced={probe.data} token={token} certificates={certificates} />
        </div>
      )}
      <p className="mt-6">
        <Link to="/tenants" className="btn btn-sm">
          To the tenants
        </Link>{" "}
        <Link to="/tenants/manual" className="btn btn-sm">
          It has no interface
        </Link>
      </p>
    </section>
  );
}

/** What the tenant says of itself. */
function Says({ announced }: { announced: Announced }) {
  const lines: [string, string][] = [
    ["Accounts", String(announced.accounts)],
    [
      "Can be done in it",
      announced.permissions === 0
        ? "it does not say; roles are not managed"
        : `${count(announced.permissions, "thing")} with ${announced.records.join(", ")}`,
    ],
    [
      "Seats",
      announced.seats.length === 0
        ? "none, or it does not say"
        : announced.seats.map((seat) => `${seat.size} ${seat.name}`).join(", "),
    ],
    ["Areas", announced.areas.length === 0 ? "none" : announced.areas.join(", ")],
  ];
  return (
    <section aria-label="What it says">
      <h2>
        <span className="text-success">✓</span> It answers
      </h2>
      <dl className="card-plain mt-1.5 divide-y divide-[var(--line)]">
        {lines.map(([what, text]) => (
          <div key={what} className="flex gap-3 px-3 py-1.5">
            <dt className="w-36 shrink-0 text-soft">{what}</dt>
            <dd>{text}</dd>
          </div>
        ))}
        <div className="flex gap-3 px-3 py-1.5">
          <dt className="w-36 shrink-0 text-soft">Managed</dt>
          <dd>
            <Capabilities of={announced.capabilities} />
          </dd>
        </div>
      </dl>
    </section>
  );
}

/** How it is called here. */
function Naming({ announced, token, certificates }: { announced: Announced; token: string; certificates: string }) {
  const first = announced.app ?? "";
  const [appName, setAppName] = useState(announced.knownApp ?? first.charAt(0).toUpperCase() + first.slice(1));
  const [name, setName] = useState("");
  const [typedKey, setKey] = useState<string>();
  const [environment, setEnvironment] = useState<Environment>("LIVE");
  const [userNames, setUserNames] = useState<UserNameRule>("MAIL");
  const [isPlaceNeeded, setPlaceNeeded] = useState(announced.areas.length > 0);
  const [door, setDoor] = useState("");
  const app = announced.app ?? keyOf(appName);
  const connect = useConnectTenant();
  const known = announced.knownApp !== undefined && announced.knownApp !== null;
  return (
    <form
      aria-label="How it is called here"
      onSubmit={(event) => {
        event.preventDefault();
        connect.mutate({
          address: announced.address,
          token,
          certificates,
          app,
          appName,
          key: typedKey ?? keyOf(name),
          name,
          environment,
          userNames,
          isPlaceNeeded,
          door,
        });
      }}
    >
      <h2>How it is called here</h2>
      {known ? (
        <p className="mt-1">
          It is another tenant of <b>{announced.knownApp}</b>, which is known here.
        </p>
      ) : (
        <PlainField
          label="Application"
          hint={announced.app ? `Its permissions begin with ${announced.app}:` : "It does not say; as people call it."}
          value={appName}
          problem={problemOf(connect.error, "appName") ?? problemOf(connect.error, "app")}
          onChange={setAppName}
        />
      )}
      <div className="grid grid-cols-2 gap-x-4">
        <PlainField
          label="Name of the tenant"
          hint="Such as North, or All sites."
          value={name}
          problem={problemOf(connect.error, "name")}
          onChange={setName}
        />
        <PlainField
          label="Short name"
          hint={`In sentences: ${app}/${(typedKey ?? keyOf(name)) || "…"}`}
          value={typedKey ?? keyOf(name)}
          problem={problemOf(connect.error, "key")}
          onChange={setKey}
        />
        <UserNameChoice value={userNames} onChange={setUserNames} />
        <PlainField
          label="Where people sign in"
          isOptional
          hint="Stands in messages to them. May be left open."
          value={door}
          problem={problemOf(connect.error, "door")}
          onChange={setDoor}
        />
      </div>
      <EnvironmentChoice value={environment} onChange={setEnvironment} />
      {!known && (
        <label className="mt-2 flex min-h-7 cursor-pointer items-center gap-2">
          <input
            type="checkbox"
            className="checkbox checkbox-sm"
            checked={isPlaceNeeded}
            onChange={(event) => setPlaceNeeded(event.target.checked)}
          />
          Roles do nothing without an area
        </label>
      )}
      <Told error={connect.error} />
      <button type="submit" className="btn btn-primary btn-sm mt-4" disabled={connect.isPending}>
        {connect.isPending ? "Reading it…" : "Connect and read it"}
      </button>
    </form>
  );
}
