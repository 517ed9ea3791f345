import { useMutation } from "@tanstack/react-query";
import { useState } from "react";
import { api, take } from "../api/client";
import { useMay } from "../session/hooks";
import { PlainField, problemOf, Told } from "../ui/plainField";

/** Another token, address or door for a tenant. What is left empty stays; what is new is tried before it is kept. */
export function Reach({ tenant }: { tenant: string }) {
  const mayGovern = useMay("GOVERN");
  const [isOpen, setOpen] = useState(false);
  const [address, setAddress] = useState("");
  const [token, setToken] = useState("");
  const [door, setDoor] = useState("");
  const [certificates, setCertificates] = useState("");
  const set = useMutation({
    mutationFn: () =>
      take(
        api.PUT("/api/v1/tenants/{id}/connection", {
          params: { path: { id: tenant } },
          body: {
            ...(address.trim() === "" ? {} : { address }),
            ...(token.trim() === "" ? {} : { token }),
            ...(door.trim() === "" ? {} : { door }),
            ...(certificates.trim() === "" ? {} : { certificates }),
          },
        }),
      ),
    onSuccess: () => {
      setToken("");
      setOpen(false);
    },
  });
  if (!mayGovern) {
    return null;
  }
  return (
    <>
      <h2 className="mt-5">Connection</h2>
      <p className="mt-1">
        <button type="button" className="btn btn-xs" aria-expanded={isOpen} onClick={() => setOpen(!isOpen)}>
          {isOpen ? "Cancel" : "Change connection"}
        </button>{" "}
        {set.isSuccess && !isOpen && (
          <span role="status" className="text-sm text-success">
            Kept.
          </span>
        )}
      </p>
      {isOpen && (
        <form
          className="mb-4"
          onSubmit={(event) => {
            event.preventDefault();
            set.mutate();
          }}
        >
          <PlainField
            label="New address"
            isOptional
            value={address}
            problem={problemOf(set.error, "address")}
            onChange={setAddress}
          />
          <PlainField
            label="New token"
            type="password"
            isOptional
            autoComplete="off"
            hint="Required if the scheme, host or port changes: the saved token is not sent to another server."
            value={token}
            problem={problemOf(set.error, "token")}
            onChange={setToken}
          />
          <PlainField
            label="Where people sign in"
            isOptional
            hint="Leave empty to keep it unchanged."
            value={door}
            problem={problemOf(set.error, "door")}
            onChange={setDoor}
          />
          <PlainField
            label="Trusted certificate"
            type="lines"
            isOptional
            hint="In PEM form: the tenant's own, or that of the authority that signed it."
            value={certificates}
            problem={problemOf(set.error, "certificates")}
            onChange={setCertificates}
          />
          <Told error={set.error} />
          <button type="submit" className="btn btn-primary btn-sm mt-3" disabled={set.isPending}>
            {set.isPending ? "Trying…" : "Test and save"}
          </button>
        </form>
      )}
    </>
  );
}
