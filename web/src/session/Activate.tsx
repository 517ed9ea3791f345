import { useState } from "react";
import { api, take, type Schemas } from "../api/client";
import { moment } from "../ui/dates";
import { PlainField, problemOf, Told } from "../ui/plainField";
import { Linked } from "./Linked";
import { useChoosePassword } from "./mutations";

/** For somebody who got a link: choosing the password of their accounts. They need no session, the link is what they have. */
export function Activate({ token }: { token: string }) {
  return (
    <Linked
      name="activation"
      what="what the link opens"
      look={() => take(api.POST("/api/v1/activations/look", { body: { token } }))}
    >
      {(data) => <Choose token={token} link={data} />}
    </Linked>
  );
}

function Choose({ token, link }: { token: string; link: Schemas["ActivationView"] }) {
  const [password, setPassword] = useState("");
  const [again, setAgain] = useState("");
  const [differs, setDiffers] = useState(false);
  const choose = useChoosePassword(token);
  const shown = choose.data ?? link;
  if (shown.isDone) {
    return (
      <>
        <h1 className="mt-5">That is your password</h1>
        <p className="mt-1">You can sign in with it from your first day on:</p>
        <Doors doors={shown.doors} />
        <p className="mt-4 text-soft">This link has done its work. You can close this page.</p>
      </>
    );
  }
  return (
    <form
      onSubmit={(event) => {
        event.preventDefault();
        setDiffers(password !== again);
        if (password === again) {
          choose.mutate(password);
        }
      }}
    >
      <h1 className="mt-5">Choose your password, {shown.givenName}</h1>
      <p className="mt-1 text-soft">
        For these accounts. The link is good until{" "}
        {moment(shown.expiresAt, Intl.DateTimeFormat().resolvedOptions().timeZone)}.
      </p>
      <Doors doors={shown.doors} />
      <PlainField
        label="Password"
        type="password"
        hint="12 characters or more. Several words are easy to remember."
        autoComplete="new-password"
        value={password}
        problem={problemOf(choose.error, "password")}
        onChange={setPassword}
      />
      <PlainField
        label="Once more"
        type="password"
        autoComplete="new-password"
        value={again}
        problem={differs ? "These two differ." : undefined}
        onChange={setAgain}
      />
      <Told error={choose.error} />
      <button type="submit" className="btn btn-primary mt-5 w-full" disabled={choose.isPending}>
        {choose.data === undefined ? "Save password" : "Try again"}
      </button>
    </form>
  );
}

function Doors({ doors }: { doors: Schemas["DoorView"][] }) {
  return (
    <ul className="mt-3 divide-y divide-[var(--line)] border-y border-line">
      {doors.map((door) => (
        <li key={door.name} className="py-1.5">
          <b className="font-semibold">
            {door.address === undefined || door.address === null ? (
              door.name
            ) : (
              <a href={door.address} className="underline">
                {door.name}
              </a>
            )}
          </b>{" "}
          {door.isSet && <span className="text-sm text-success">has your password</span>}
          <span className="block font-mono text-xs text-soft">{door.userName}</span>
          {door.told && <span className="block text-sm font-semibold text-error">▲ {door.told}</span>}
        </li>
      ))}
    </ul>
  );
}
