import { useState } from "react";
import { useMay } from "../session/hooks";
import { PlainField, problemOf, Told } from "../ui/plainField";
import { useChangeConnection } from "./mutations";

const UNCHANGED = { address: "", token: "", door: "", certificates: "" };

/** What was typed: an empty field leaves what is there. */
function filled(typed: typeof UNCHANGED): Partial<typeof UNCHANGED> {
  return Object.fromEntries(Object.entries(typed).filter(([, value]) => value.trim() !== ""));
}

/** Another token, address or door for a tenant. What is left empty stays; what is new is tried before it is kept. */
export function Reach({ tenant }: { tenant: string }) {
  const mayGovern = useMay("GOVERN");
  const [isOpen, setOpen] = useState(false);
  const [typed, setTyped] = useState(UNCHANGED);
  const set = useChangeConnection(tenant);
  const field = (name: keyof typeof UNCHANGED) => ({
    value: typed[name],
    problem: problemOf(set.error, name),
    onChange: (value: string) => setTyped({ ...typed, [name]: value }),
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
            set.mutate(filled(typed), {
              onSuccess: () => {
                setTyped({ ...typed, token: "" });
                setOpen(false);
              },
            });
          }}
        >
          <PlainField label="New address" isOptional {...field("address")} />
          <PlainField
            label="New token"
            type="password"
            isOptional
            autoComplete="off"
            hint="Required if the scheme, host or port changes: the saved token is not sent to another server."
            {...field("token")}
          />
          <PlainField
            label="Where people sign in"
            isOptional
            hint="Leave empty to keep it unchanged."
            {...field("door")}
          />
          <PlainField
            label="Trusted certificate"
            type="lines"
            isOptional
            hint="In PEM form: the tenant's own, or that of the authority that signed it."
            {...field("certificates")}
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
