import { useQuery } from "@tanstack/react-query";
import { namingRuleQuery } from "../api/roleQueries";
import { FieldsCard } from "../fields/FieldsCard";
import { NamingRuleCard } from "../roles/NamingRuleCard";
import { useSession } from "../session/hooks";
import { Units } from "../setup/Units";
import { Read } from "../ui/states";

/** What is the same for everybody here: units, fields of people, names, time. */
export function OrganisationPage() {
  const session = useSession();
  const naming = useQuery(namingRuleQuery);
  return (
    <section className="min-w-0 flex-1 overflow-auto px-5 py-4" aria-label="Organisation">
      <h1>Organisation</h1>
      <p className="text-soft">
        Days and times are those of <b className="text-base-content">{session.zone}</b>.
      </p>
      <div className="mt-4 grid gap-6 min-[1100px]:grid-cols-2">
        <div>
          <h2>Units</h2>
          <Units />
        </div>
        <div>
          <h2>Fields of people</h2>
          <FieldsCard />
          <h2 className="mt-6">Names of copied roles</h2>
          <Read of={naming} what="the naming rule">
            {(data) => (
              <div className="mt-1.5">
                <NamingRuleCard key={data.changedAt ?? ""} rule={data} />
              </div>
            )}
          </Read>
        </div>
      </div>
    </section>
  );
}
