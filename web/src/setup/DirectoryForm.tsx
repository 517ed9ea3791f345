import { useId, useState } from "react";
import { type Schemas } from "../api/client";
import { PlainField, problemOf, Told } from "../ui/plainField";
import { count } from "../ui/words";
import { keyOf } from "./steps";
import { useConnectDirectory, useProbeDirectory } from "./mutations";

type Encryption = Schemas["NewSource"]["encryption"];

const ENCRYPTIONS: [Encryption, string, string][] = [
  ["TLS", "from the start (LDAPS)", "636"],
  ["STARTTLS", "on request (StartTLS)", "389"],
  ["NONE", "not at all", "389"],
];

const EMPTY = {
  name: "",
  host: "",
  bindDn: "",
  bindPassword: "",
  peopleDn: "",
  groupsDn: "",
  idAttribute: "entryUUID",
  certificates: "",
  limitSeconds: "5",
  disabledAttribute: "",
  disabledValue: "",
  writeDn: "",
  writePassword: "",
};

const DISABLING = ["disabledAttribute", "disabledValue", "writeDn", "writePassword"] as const;

/** A directory that is connected already, and is to be reached otherwise. */
export interface Known {
  key: string;
  name: string;
  source: Schemas["SourceView"];
}

function typedOf(known: Known | undefined): typeof EMPTY {
  if (known === undefined) {
    return EMPTY;
  }
  const { host, bindDn, peopleDn, groupsDn, idAttribute, certificates, limitSeconds } = known.source;
  const { disabledAttribute, disabledValue, writeDn } = known.source;
  return {
    name: known.name,
    host,
    bindDn,
    bindPassword: "",
    peopleDn,
    groupsDn,
    idAttribute,
    certificates,
    limitSeconds: String(limitSeconds),
    disabledAttribute,
    disabledValue,
    writeDn,
    writePassword: "",
  };
}

/**
 * Connecting a directory, or reaching one otherwise: it is tried before it is kept, and read as soon as it is connected. The
 * password of a known one stays when the field is left empty and the directory is reached at the same place.
 */
export function DirectoryForm({ known, onDone }: { known?: Known; onDone?: () => void }) {
  const id = useId();
  const [typed, setTyped] = useState(typedOf(known));
  const [typedKey, setKey] = useState<string | undefined>(known?.key);
  const [encryption, setEncryption] = useState<Encryption>(known?.source.encryption ?? "TLS");
  const [port, setPort] = useState(String(known?.source.port ?? 636));
  const body = {
    ...typed,
    key: typedKey ?? keyOf(typed.name),
    encryption,
    port: Number(port),
    limitSeconds: Number(typed.limitSeconds),
  };
  const probe = useProbeDirectory();
  const connect = useConnectDirectory(known?.key);
  const save = () =>
    connect.mutate(body, {
      onSuccess: () => {
        setTyped(typedOf(known));
        setKey(known?.key);
        probe.reset();
        onDone?.();
      },
    });
  const error = connect.error ?? probe.error;
  const isBusy = probe.isPending || connect.isPending;
  const field = (name: keyof typeof EMPTY) => ({
    value: typed[name],
    problem: problemOf(error, name),
    onChange: (value: string) => {
      probe.reset();
      setTyped({ ...typed, [name]: value });
    },
  });
  return (
    <form
      className="max-w-3xl"
      onSubmit={(event) => {
        event.preventDefault();
        if (known === undefined) {
          probe.mutate(body);
        } else {
          save();
        }
      }}
    >
      <div className="grid grid-cols-2 gap-x-4">
        <PlainField label="Name" hint="Shown to administrators." {...field("name")} />
        {known === undefined ? (
          <PlainField
            label="Short name"
            hint="Identifies the directory and its people. It cannot be changed later."
            value={body.key}
            problem={problemOf(error, "key")}
            onChange={setKey}
          />
        ) : (
          <p className="mt-3 text-xs text-soft">
            <span className="block font-semibold">Short name</span>
            <span className="mt-2 block font-mono text-sm">{known.key}</span>
          </p>
        )}
        <PlainField label="Host" {...field("host")} />
        <div className="grid grid-cols-[1fr_6rem] gap-3">
          <div className="mt-3">
            <label htmlFor={id} className="block text-xs font-semibold text-soft">
              Encrypted
            </label>
            <select
              id={id}
              className="select mt-0.5 w-full"
              value={encryption}
              onChange={(event) => {
                const chosen = ENCRYPTIONS.find(([one]) => one === event.target.value) ?? ENCRYPTIONS[0];
                if (chosen !== undefined) {
                  setEncryption(chosen[0]);
                  setPort(chosen[2]);
                }
              }}
            >
              {ENCRYPTIONS.map(([one, words]) => (
                <option key={one} value={one}>
                  {words}
                </option>
              ))}
            </select>
          </div>
          <PlainField label="Port" type="number" value={port} problem={problemOf(error, "port")} onChange={setPort} />
        </div>
        <PlainField label="Bind DN" hint="For example cn=reader,dc=skerrow,dc=example" {...field("bindDn")} />
        <PlainField
          label="Password"
          type="password"
          autoComplete="off"
          isOptional={known !== undefined}
          {...(known?.source.hasPassword === true ? { hint: "Leave empty to keep the saved one." } : {})}
          {...field("bindPassword")}
        />
        <PlainField
          label="Base DN of people"
          hint="For example ou=people,dc=skerrow,dc=example"
          {...field("peopleDn")}
        />
        <PlainField
          label="Base DN of groups (optional)"
          hint="For example ou=groups,dc=skerrow,dc=example"
          isOptional
          {...field("groupsDn")}
        />
      </div>
      <details className="mt-3" open={problemOf(error, "certificates") !== undefined || undefined}>
        <summary className="cursor-pointer text-sm font-semibold">Certificate, entry id, time limit</summary>
        <div className="grid grid-cols-2 gap-x-4">
          <PlainField
            label="Entry id attribute"
            hint="The attribute that keeps its value when an entry is renamed or moved."
            {...field("idAttribute")}
          />
          <PlainField label="Timeout per request (seconds)" type="number" hint="1 to 120." {...field("limitSeconds")} />
        </div>
        <PlainField
          label="Trusted certificate (optional)"
          type="lines"
          isOptional
          hint="In PEM form: the directory's own, or that of the authority that signed it. Leave empty to trust what the server's Java trusts."
          {...field("certificates")}
        />
      </details>
      <details
        className="mt-3"
        open={
          DISABLING.some((name) => problemOf(error, name) !== undefined) ||
          (known?.source.writeDn ?? "") !== "" ||
          undefined
        }
      >
        <summary className="cursor-pointer text-sm font-semibold">Disabling entries of people who leave</summary>
        <div className="grid grid-cols-2 gap-x-4">
          <PlainField
            label="Attribute that marks an entry as disabled"
            isOptional
            hint="For example, loginStatus. Wexa reads it and reports people who have left and are still enabled."
            {...field("disabledAttribute")}
          />
          <PlainField
            label="Value when disabled"
            isOptional
            hint="For example, disabled. Any other value, or none, means enabled."
            {...field("disabledValue")}
          />
          <PlainField
            label="Bind DN for writing"
            isOptional
            hint="A login with write access to this attribute. Leave empty if entries are disabled by hand."
            {...field("writeDn")}
          />
          <PlainField
            label="Password for writing"
            type="password"
            autoComplete="off"
            isOptional
            {...(known?.source.hasWritePassword === true ? { hint: "Leave empty to keep the saved one." } : {})}
            {...field("writePassword")}
          />
        </div>
      </details>
      <Told error={error} />
      <p className="mt-3 flex items-center gap-3">
        {known === undefined ? (
          <button type="submit" className="btn btn-sm" disabled={isBusy}>
            {probe.isPending ? "Trying…" : "Try it"}
          </button>
        ) : (
          <button type="submit" className="btn btn-primary btn-sm" disabled={isBusy}>
            {connect.isPending ? "Connecting and reading…" : "Test and save"}
          </button>
        )}
        {known === undefined && probe.data !== undefined && (
          <>
            <span role="status" className="text-success">
              It answers, with {count(probe.data.people, "person", "people")}
              {typeof probe.data.groups === "number" && <> and {count(probe.data.groups, "group")}</>}.
            </span>
            <button type="button" className="btn btn-primary btn-sm" disabled={isBusy} onClick={() => save()}>
              {connect.isPending ? "Reading it…" : "Connect and read it"}
            </button>
          </>
        )}
      </p>
    </form>
  );
}
