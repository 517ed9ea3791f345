import { useMutation, useQueryClient } from "@tanstack/react-query";
import { QRCodeSVG } from "qrcode.react";
import { useRef, useState } from "react";
import { api, take, type Schemas } from "../api/client";
import { ownQuery } from "../api/queries";
import { Copy } from "../ui/copy";
import { PlainField, problemOf, Told } from "../ui/plainField";
import { count } from "../ui/words";

type Step = "none" | "set" | "remove" | "codes";

/** A code from an authenticator beside the password: setting it up, its recovery codes, and taking it away. */
export function SecondFactor({ own, onDone }: { own: Schemas["OwnView"]; onDone?: () => void }) {
  const client = useQueryClient();
  const [step, setStep] = useState<Step>("none");
  const [password, setPassword] = useState("");
  const [code, setCode] = useState("");
  const [offer, setOffer] = useState<Schemas["OfferView"]>();
  const [shown, setShown] = useState<string[]>();
  const refresh = () => client.invalidateQueries({ queryKey: ownQuery.queryKey });
  const confirm = useMutation({
    mutationFn: async () => {
      const body = { password };
      switch (step) {
        case "set":
          setOffer(await take(api.POST("/api/v1/me/second-factor", { body })));
          break;
        case "remove":
          await take(api.POST("/api/v1/me/second-factor/removal", { body }));
          setStep("none");
          break;
        case "codes":
          setShown((await take(api.POST("/api/v1/me/recovery-codes", { body }))).codes);
          setStep("none");
          break;
        case "none":
          break;
      }
      setPassword("");
      await refresh();
    },
  });
  const check = useMutation({
    mutationFn: () => take(api.PUT("/api/v1/me/second-factor", { body: { code } })),
    onSuccess: async (made) => {
      setShown(made.codes);
      setOffer(undefined);
      setCode("");
      setStep("none");
      await refresh();
    },
  });
  if (shown !== undefined) {
    return (
      <Codes
        codes={shown}
        onKept={() => {
          setShown(undefined);
          onDone?.();
        }}
      />
    );
  }
  if (offer !== undefined) {
    return (
      <form
        className="mt-2"
        onSubmit={(event) => {
          event.preventDefault();
          check.mutate();
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
  if (step !== "none") {
    const words = {
      set: "Continue",
      remove: "Remove the second factor",
      codes: "Create new recovery codes",
    }[step];
    return (
      <form
        onSubmit={(event) => {
          event.preventDefault();
          confirm.mutate();
        }}
      >
        <PlainField
          label="Your password"
          type="password"
          autoComplete="current-password"
          autoFocus
          value={password}
          problem={problemOf(confirm.error, "password")}
          onChange={setPassword}
        />
        <Told error={confirm.error} />
        <p className="mt-3 flex gap-2">
          <button type="submit" className="btn btn-primary btn-sm" disabled={confirm.isPending}>
            {words}
          </button>
          <button type="button" className="btn btn-sm" onClick={() => setStep("none")}>
            Cancel
          </button>
        </p>
      </form>
    );
  }
  return own.hasSecondFactor ? (
    <>
      <p className="mt-1">
        <span className="text-success">✓</span> Set. {count(own.recoveryCodesLeft, "recovery code")} left.
        {own.recoveryCodesLeft < 3 && <b className="font-semibold"> Create new ones soon.</b>}
      </p>
      <p className="mt-2 flex flex-wrap gap-1.5">
        <button type="button" className="btn btn-sm" onClick={() => setStep("codes")}>
          New recovery codes
        </button>
        {!own.isSecondFactorRequired && (
          <button type="button" className="btn btn-sm" onClick={() => setStep("remove")}>
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
      <button type="button" className="btn btn-primary btn-sm mt-2" onClick={() => setStep("set")}>
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
