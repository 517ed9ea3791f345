import { useQuery } from "@tanstack/react-query";
import { Link } from "@tanstack/react-router";
import { heldQuery, policiesQuery, servicesQuery } from "../api/queries";
import { useSession } from "../session/hooks";
import { moment } from "../ui/dates";
import { EmptyItem, Read } from "../ui/states";
import { count } from "../ui/words";
import { Policy } from "./Policy";
import { becameWord } from "./words";

/** What changes here without a draft: who may push, what passes, what waits, and what came lately. */
export function InboundPage() {
  const policies = useQuery(policiesQuery);
  const services = useQuery(servicesQuery);
  return (
    <section className="min-w-0 flex-1 overflow-auto px-5 py-4" aria-label="Automatic changes">
      <h1>Automatic changes</h1>
      <p className="text-soft">
        Changes that nobody here drafted are looked at like a draft. What goes further than its policy lets pass waits
        on the Desk.
      </p>
      <div className="mt-4 grid gap-6 min-[1100px]:grid-cols-[1.15fr_1fr]">
        <div>
          <h2>What passes</h2>
          <Read of={policies} what="the policies">
            {(data) => (
              <div className="mt-1.5 space-y-3">
                {data.map((policy) => (
                  <Policy key={`${policy.origin} ${policy.changedAt ?? ""}`} policy={policy} />
                ))}
              </div>
            )}
          </Read>
          <p className="mt-4 text-soft">
            Who may push people here, and with which key, stands under{" "}
            <Link to="/programs" className="font-semibold text-base-content underline">
              Programs and keys
            </Link>
            .
          </p>
        </div>
        <div>
          <Held />
          <h2 className="mt-6">Pushed lately</h2>
          <Read of={services} what="what was pushed">
            {(data) => (
              <ul className="card-plain mt-1.5 divide-y divide-[var(--line)]">
                {data.pushed.length === 0 && <EmptyItem title="Nobody was pushed yet" />}
                {data.pushed.map((one) => (
                  <PushedLine key={one.id} one={one} />
                ))}
              </ul>
            )}
          </Read>
        </div>
      </div>
    </section>
  );
}

function Held() {
  const held = useQuery(heldQuery);
  return (
    <>
      <h2>
        Held
        {held.data !== undefined && held.data.length > 0 && (
          <span className="ml-1.5 font-sans text-sm font-normal text-soft">
            {count(held.data.length, "draft waits", "drafts wait")}
          </span>
        )}
      </h2>
      <Read of={held} what="what is held">
        {(data) => (
          <ul className="card-plain mt-1.5 divide-y divide-[var(--line)]">
            {data.length === 0 && <EmptyItem title="Nothing is held" />}
            {data.map((one) => (
              <li key={one.draft}>
                <Link
                  to="/changes/drafts/$id"
                  params={{ id: one.draft }}
                  search={{ draft: one.draft }}
                  className="row-hover block px-3 py-1.5"
                >
                  <b className="font-semibold">{one.name}</b>
                  <span className="block text-sm text-soft">Because {one.because.join("; ")}</span>
                </Link>
              </li>
            ))}
          </ul>
        )}
      </Read>
    </>
  );
}

function PushedLine({ one }: { one: Parameters<typeof becameWord>[0] }) {
  const session = useSession();
  const words = (
    <>
      <span className="min-w-0 flex-1">
        <b className="block truncate font-semibold">{one.name}</b>
        <span className="block truncate text-sm text-soft">
          {one.service}, {moment(one.changedAt, session.zone)}
        </span>
      </span>
      <span className="shrink-0 text-sm">{becameWord(one)}</span>
    </>
  );
  const look = "flex items-center gap-3 px-3 py-1.5";
  return (
    <li>
      {one.state === "PASSED" && one.person !== undefined && one.person !== null ? (
        <Link to="/people/$id" params={{ id: one.person }} className={`row-hover ${look}`}>
          {words}
        </Link>
      ) : one.state === "HELD" && one.draft !== undefined && one.draft !== null ? (
        <Link
          to="/changes/drafts/$id"
          params={{ id: one.draft }}
          search={{ draft: one.draft }}
          className={`row-hover ${look}`}
        >
          {words}
        </Link>
      ) : (
        <span className={look}>{words}</span>
      )}
    </li>
  );
}
