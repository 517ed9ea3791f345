import { useQuery } from "@tanstack/react-query";
import { servicesQuery } from "../api/queries";
import { Read } from "../ui/states";
import { Programs } from "./Programs";

/** The programs that may push people, and what their keys are worth. */
export function ProgramsPage() {
  const services = useQuery(servicesQuery);
  return (
    <section className="min-w-0 flex-1 overflow-auto px-5 py-4" aria-label="Programs and keys">
      <h1>Programs and keys</h1>
      <p className="max-w-3xl text-soft">
        Programs such as an HR system push people here by SCIM 2.0 at{" "}
        <span className="font-mono">{window.location.origin}/scim/v2</span>, each with a key of its own. What they push
        is judged like every automatic change.
      </p>
      <div className="mt-4 max-w-4xl">
        <Read of={services} what="programs">
          {(data) => <Programs programs={data.services} />}
        </Read>
      </div>
    </section>
  );
}
