import { useState } from "react";
import { Problem } from "../api/client";
import { Mark } from "../frame/Mark";
import { PlainField } from "../ui/plainField";
import { useBegin } from "./mutations";

const EMPTY = { code: "", login: "", name: "", password: "" };

/** The very first start: whoever can read the data folder becomes the first administrator. */
export function FirstStart() {
  const [typed, setTyped] = useState(EMPTY);
  const begin = useBegin();
  const problem = (name: string) =>
    begin.error instanceof Problem ? begin.error.fields.find((field) => field.field === name)?.text : undefined;
  const field = (name: keyof typeof EMPTY) => ({
    value: typed[name],
    problem: problem(name),
    onChange: (value: string) => setTyped({ ...typed, [name]: value }),
  });
  const isTold = begin.error instanceof Problem && begin.error.fields.length > 0;
  return (
    <main className="grid min-h-screen place-items-center p-6">
      <form
        className="card-plain w-full max-w-md p-7"
        onSubmit={(event) => {
          event.preventDefault();
          begin.mutate(typed);
        }}
      >
        <Mark />
        <h1 className="mt-5">The first administrator</h1>
        <p className="mt-1 text-soft">
          Nobody works here yet. The first administrator may do everything; make a second one soon, so that nobody is
          locked out.
        </p>
        <PlainField
          label="Code"
          hint="It stands in the file first-start-code in the data folder."
          autoFocus
          autoComplete="off"
          {...field("code")}
        />
        <PlainField label="Your name" autoComplete="name" {...field("name")} />
        <PlainField
          label="Login"
          hint="Lower-case letters, digits, dots and hyphens."
          autoComplete="username"
          {...field("login")}
        />
        <PlainField
          label="Password"
          type="password"
          hint="12 characters or more."
          autoComplete="new-password"
          {...field("password")}
        />
        {begin.error !== null && !isTold && (
          <p role="alert" className="mt-3 font-semibold text-error">
            {begin.error.message}
          </p>
        )}
        <button type="submit" className="btn btn-primary mt-5 w-full" disabled={begin.isPending}>
          Begin
        </button>
      </form>
    </main>
  );
}
