import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useId, useState } from "react";
import { api, take, type Schemas } from "../api/client";
import { PlainField, problemOf, Told } from "../ui/plainField";
import { count } from "../ui/words";
import { keyOf } from "./steps";

type Encryption = Schemas["NewSource"]["encryption"];

const ENCRYPTIONS: [Encryption, string, string][] = [
  ["TLS", "from the start (LDAPS)", "636"],
  ["STARTTLS", "on request (StartTLS)", "389"],
  ["NONE", "not at all", "389"],
];

const EMPTY = { name: "", host: "", bindDn: "", bindPassword: "", peopleDn: "", groupsDn: "" };

/** Connecting a directory: it is tried first, and read as soon as it is connected. */
export function NewDirectory() {
  const client = useQueryClient();
  const id = useId();
  const [typed, setTyped] = useState(EMPTY);
  const [typedKey, setKey] = useState<string>();
  const [encryption, setEncryption] = useState<Encryption>("TLS");
  const [port, setPort] = useState("636");
  const body = { ...typed, key: typedKey ?? keyOf(typed.name), encryption, port: Number(port) };
  const probe = useMutation({ mutationFn: () => take(api.POST("/api/v1/directory/sources/probe", { body })) });
  const connect = useMutation({
    mutationFn: () => take(api.POST("/api/v1/directory/sources", { body })),
    onSuccess: async () => {
      setTyped(EMPTY);
      setKey(undefined);
      probe.reset();
      await client.invalidateQueries();
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
        probe.mutate();
      }}
    >
      <div className="grid grid-cols-2 gap-x-4">
        <PlainField label="Name" hint="As people call it." {...field("name")} />
        <PlainField
          label="Short name"
          hint="The home of the people in it. It stays."
          value={body.key}
          problem={problemOf(error, "key")}
          onChange={setKey}
        />
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
        <PlainField label="Signs in as" hint="For example cn=reader,dc=skerrow,dc=example" {...field("bindDn")} />
        <PlainField label="With the password" type="password" autoComplete="off" {...field("bindPassword")} />
        <PlainField
          label="People are below"
          hint="For example ou=people,dc=skerrow,dc=example"
          {...field("peopleDn")}
        />
        <PlainField
          label="Groups are below (may stay empty)"
          hint="For example ou=groups,dc=skerrow,dc=example"
          {...field("groupsDn")}
        />
      </div>
      <Told error={error} />
      <p className="mt-3 flex items-center gap-3">
        <button type="submit" className="btn btn-sm" disabled={isBusy}>
          {probe.isPending ? "Trying…" : "Try it"}
        </button>
        {probe.data !== undefined && (
          <>
            <span role="status" className="text-success">
              It answers, with {count(probe.data.people, "person", "people")}
              {typeof probe.data.groups === "number" && <> and {count(probe.data.groups, "group")}</>}.
            </span>
            <button type="button" className="btn btn-primary btn-sm" disabled={isBusy} onClick={() => connect.mutate()}>
              {connect.isPending ? "Reading it…" : "Connect and read it"}
            </button>
          </>
        )}
      </p>
    </form>
  );
}
