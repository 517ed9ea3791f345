import { QRCodeSVG } from "qrcode.react";
import { useRef, useState } from "react";
import { type Schemas } from "../api/client";
import { Copy } from "../ui/copy";
import { PlainField, problemOf, Told } from "../ui/plainField";
import { count } from "../ui/words";
import { useNewRecoveryCodes, useOfferSecondFactor, useRemoveSecondFactor, useTurnOnSecondFactor } from "./mutations";

type Wish = "set" | "remove" | "codes";

/** Where somebody is on the way to a second factor, or to being without one. */
type Step =
  | { at: "rest" }
  | { at: "password"; wish: Wish }
  | { at: "scan"; offer: Schemas["OfferView"] }
  | { at: "codes"; codes: string[] };

const REST: Step = { at: "rest" };

/** A code from an authenticator beside the password: setting it up, its recovery codes, and taking it away. */
export function SecondFactor({ own, onDone }: { own: Schemas["OwnView"]; onDone?: () => void }) {
  const [step, setStep] = useState<Step>(REST);
  switch (step.at) {
    case "rest":
      return <Rest own={own} onWish={(wish) => setStep({ at: "password", wish })} />;
    case "password":
      return <Password wish={step.wish} onStep={setStep} />;
    case "scan":
      return <Scan offer={step.offer} onCodes={(codes) => setStep({ at: "codes", codes })} />;
    case "codes":
      return (
        <Codes
          codes={step.codes}
          onKept={() => {
            setStep(REST);
            onDone?.();
          }}
        />
      );
  }
}

/** What is asked for needs the password once more. */
function Password({ wish, onStep }: { wish: Wish; onStep: (step: Step) => void }) {
  const [password, setPassword] = useState("");
  const offer = useOfferSecondFactor();
  const remove = useRemoveSecondFactor();
  const renew = useNewRecoveryCodes();
  const error = offer.error ?? remove.error ?? renew.error;
  const isBusy = offer.isPending || remove.isPending || renew.isPending;
  const go = () => {
    switch (wish) {
      case "set":
        return offer.mutate(password, { onSuccess: (made) => onStep({ at: "scan", offer: made }) });
      case "remove":
        return remove.mutate(password, { onSuccess: () => onStep(REST) });
      case "codes":
        return renew.mutate(password, { onSuccess: (made) => onStep({ at: "codes", codes: made.codes }) });
    }
  };
  const words = {
    set: "Continue",
    remove: "Remove the second factor",
    codes: "Create new recovery codes",
  }[wish];
  return (
    <form
      onSubmit={(event) => {
        event.preventDefault();
        go();
      }}
    >
      <PlainField
        label="Your password"
        type="password"
        autoComplete="current-password"
        autoFocus
        value={password}
        problem={problemOf(error, "password")}
        onChange={setPassword}
      />
      <Told error={error} />
      <p className="mt-3 flex gap-2">
        <button type="submit" className="btn btn-primary btn-sm" disabled={isBusy}>
          {words}
        </button>
        <button type="button" className="btn btn-sm" onClick={() => onStep(REST)}>
          Cancel
        </button>
      </p>
    </form>
  );
}

function Scan({ offer, onCodes }: { offer: Schemas["OfferView"]; onCodes: (codes: string[]) => void }) {
  const [code, setCode] = useState("");
  const check = useTurnOnSecondFactor();
  return (
    <form
      className="mt-2"
      onSubmit={(event) => {
        event.preventDefault();
        check.mutate(code, { onSuccess: (made) => onCodes(made.codes) });
      }}
    >
      <div className="flex flex-wrap items-start gap-4">
        <span className="rounded bg-white p-2">
          <QRCodeSVG value={offer.address} size={148} title="QR code for an authenticator app" />
        </span>
        <p className="min-w-48 flex-1">
          Scan this with an authenticator app, or enter the secret by hand:
          <span className="mt-1 block font-mono text-sm">{offer.secret.match(/.{1,4}/g)?.join(" ")}</span>
        </p>
      </div>
      <PlainField
        label="Code from the authenticator"
        autoComplete="one-time-code"
        autoFocus
        value={code}
        problem={problemOf(check.error, "code")}
        onChange={setCode}
      />
      <Told error={check.error} />
      <button type="submit" className="btn btn-primary btn-sm mt-3" disabled={check.isPending}>
        Turn on second factor
      </button>
    </form>
  );
}

function Rest({ own, onWish }: { own: Schemas["OwnView"]; onWish: (wish: Wish) => void }) {
  return own.hasSecondFactor ? (
    <>
      <p className="mt-1">
        <span className="text-success">✓</span> Set. {count(own.recoveryCodesLeft, "recovery code")} left.
        {own.recoveryCodesLeft < 3 && <b className="font-semibold"> Create new ones soon.</b>}
      </p>
      <p className="mt-2 flex flex-wrap gap-1.5">
        <button type="button" className="btn btn-sm" onClick={() => onWish("codes")}>
          New recovery codes
        </button>
        {!own.isSecondFactorRequired && (
          <button type="button" className="btn btn-sm" onClick={() => onWish("remove")}>
            Remove
          </button>
        )}
      </p>
    </>
  ) : (
    <>
      <p className="mt-1">
        {own.isSecondFactorRequired
          ? "Required here: a code from an authenticator app, in addition to your password."
          : "Not set. Whoever learns your password can sign in as you; a code from an authenticator app prevents that."}
      </p>
      <button type="button" className="btn btn-primary btn-sm mt-2" onClick={() => onWish("set")}>
        Set it up
      </button>
    </>
  );
}

function Codes({ codes, onKept }: { codes: string[]; onKept: () => void }) {
  const list = useRef<HTMLUListElement>(null);
  return (
    <>
      <p className="mt-1">
        Keep these somewhere other than your phone. Each replaces a code once. They are not shown again.
      </p>
      <ul
        ref={list}
        className="mt-2 grid max-w-md grid-cols-2 gap-x-6 rounded border border-line p-3 font-mono text-sm"
      >
        {codes.map((code) => (
          <li key={code}>{code}</li>
        ))}
      </ul>
      <p className="mt-3 flex gap-2">
        <Copy text={codes.join("\n")} shownBy={list} />
        <button type="button" className="btn btn-primary btn-sm" onClick={onKept}>
          I have saved them
        </button>
      </p>
    </>
  );
}
