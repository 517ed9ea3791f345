import { useQuery } from "@tanstack/react-query";
import { Link, Navigate } from "@tanstack/react-router";
import { deskQuery, tenantsQuery } from "../api/queries";
import { useMay, useNow, useSeesAll, useSession } from "../session/hooks";
import { ago } from "../ui/dates";
import { Empty, Read } from "../ui/states";
import { TenantDot } from "../ui/tenants";
import { count } from "../ui/words";
import { counted, SECTIONS, when, type Item } from "./items";

/** Whoever sees only their scope begins with the people in it. */
export function DeskPage() {
  const seesAll = useSeesAll();
  return seesAll ? <Desk /> : <Navigate to="/people" replace />;
}

function Desk() {
  const desk = useQuery(deskQuery);
  const session = useSession();
  const isNew = useQuery(tenantsQuery).data?.length === 0;
  return (
    <>
      <section className="min-w-0 flex-1 overflow-auto px-5 py-4">
        <h1>Good day, {session.name.split(" ")[0]}</h1>
        <Read of={desk} what="the Desk">
          {(data) => (
            <>
              <p className="text-soft">
                {data.total === 0
                  ? "Nothing needs attention."
                  : `${count(data.total, "thing needs", "things need")} attention today.`}
                {counted(data, ["SCHEDULED"]).all > 0 &&
                  ` ${count(counted(data, ["SCHEDULED"]).all, "person has", "people have")} changes scheduled.`}
              </p>
              {isNew && (
                <p className="card-plain mt-4 flex items-center gap-4 px-4 py-3">
                  <span className="flex-1">
                    <b>No tenant is connected yet.</b> Directory, units, tenant: what Wexa needs is done in a few steps.
                  </span>
                  <Link to="/setup" className="btn btn-primary btn-sm">
                    Set up
                  </Link>
                </p>
              )}
              {data.items.length === 0 && !isNew && (
                <Empty title="All quiet">What comes up will stand here, most urgent first.</Empty>
              )}
              {SECTIONS.map((section) => {
                const items = data.items.filter((item) => (section.kinds as readonly string[]).includes(item.kind));
                const { all, more } = counted(data, section.kinds);
                return items.length === 0 ? null : (
                  <section key={section.title} aria-labelledby={`desk-${section.title}`} className="mt-4">
                    <h2 id={`desk-${section.title}`}>
                      {section.title} <span className="font-sans text-sm font-normal text-soft">{all}</span>
                    </h2>
                    <ul className="card-plain mt-1.5 divide-y divide-[var(--line)]">
                      {items.map((item) => (
                        <DeskItem key={`${item.kind} ${item.target} ${item.text}`} item={item} />
                      ))}
                      {more > 0 && <li className="px-3 py-2 text-soft">and {more} more</li>}
                    </ul>
                  </section>
                );
              })}
            </>
          )}
        </Read>
      </section>
      <Tenants />
    </>
  );
}

function DeskItem({ item }: { item: Item }) {
  const session = useSession();
  const now = useNow();
  return (
    <li className="flex min-h-11 items-center gap-3 px-3 py-1.5">
      <span className="flex min-w-0 flex-1 items-baseline gap-2">
        {item.colour !== undefined && item.colour !== null && <TenantDot colour={item.colour} />}
        <b className="shrink-0">{item.title}</b>
        <span className="truncate text-soft" title={item.text}>
          {item.text}
        </span>
      </span>
      <span className="shrink-0 text-sm font-semibold">{when(item, session.zone, now)}</span>
      <Act item={item} />
    </li>
  );
}

const ACT = "btn btn-sm w-36 shrink-0";

function Act({ item }: { item: Item }) {
  const mayPrepare = useMay("PREPARE");
  switch (item.kind) {
    case "NEWCOMER":
      return mayPrepare ? (
        <Link to="/onboard" search={{ entry: item.target, draft: undefined }} className={`${ACT} btn-primary`}>
          {item.act}
        </Link>
      ) : (
        <span className="w-36 text-center text-sm text-soft">yours to see</span>
      );
    case "COMING":
      return mayPrepare ? (
        <Link to="/onboard" search={{ person: item.target, draft: undefined }} className={`${ACT} btn-primary`}>
          {item.act}
        </Link>
      ) : (
        <Link to="/people/$id" params={{ id: item.target }} className={ACT}>
          Open
        </Link>
      );
    case "IDENTIFIED":
      return item.act === "Continue" ? (
        <Link to="/onboard" search={{ draft: item.target }} className={`${ACT} btn-primary`}>
          {item.act}
        </Link>
      ) : (
        <Link to="/people/$id" params={{ id: item.target }} className={ACT}>
          {item.act}
        </Link>
      );
    case "APPROVAL":
    case "HELD":
    case "NOT_APPLIED":
      return (
        <Link
          to="/changes/drafts/$id"
          params={{ id: item.target }}
          search={{ draft: item.target }}
          className={`${ACT} btn-primary`}
        >
          {item.act}
        </Link>
      );
    case "STEP_REFUSED":
    case "STEP_WAITING":
      return (
        <Link to="/changes/jobs/$id" params={{ id: item.target }} className={ACT}>
          {item.act}
        </Link>
      );
    case "PAIRS":
      return (
        <Link to="/directories" className={ACT}>
          {item.act}
        </Link>
      );
    case "MESSAGES":
      return (
        <Link to="/messages" search={{ look: item.target.toLowerCase() }} className={ACT}>
          {item.act}
        </Link>
      );
    case "UNMAPPED":
      return (
        <Link to="/groups/$id" params={{ id: item.target }} className={ACT}>
          {item.act}
        </Link>
      );
    case "CONFLICT":
      return (
        <Link to="/roles/conflicts" className={ACT}>
          {item.act}
        </Link>
      );
    case "CATALOGUE":
      return (
        <Link to="/roles/permissions" className={ACT}>
          {item.act}
        </Link>
      );
    case "TENANT_SILENT":
    case "DIFFERENCE":
    case "SEATS":
    case "UNKNOWN":
      return (
        <Link to="/tenants/$id" params={{ id: item.target }} className={ACT}>
          {item.act}
        </Link>
      );
    default:
      return (
        <Link to="/people/$id" params={{ id: item.target }} className={ACT}>
          {item.act}
        </Link>
      );
  }
}

function Tenants() {
  const tenants = useQuery(tenantsQuery);
  const now = useNow();
  return (
    <aside
      aria-label="Tenants at a glance"
      className="w-80 shrink-0 overflow-auto border-l border-base-300 bg-base-100 px-5 py-4"
    >
      <h2>Tenants at a glance</h2>
      <Read of={tenants} what="tenants">
        {(data) => (
          <ul className="mt-2 space-y-1">
            {data.length === 0 && <li className="text-soft">None is connected yet.</li>}
            {data.map((tenant) => (
              <li key={tenant.id}>
                <Link
                  to="/tenants/$id"
                  params={{ id: tenant.id }}
                  className="row-hover -mx-2 block rounded px-2 py-1.5"
                >
                  <span className="flex items-center">
                    <TenantDot colour={tenant.colour} />
                    <b className="font-semibold">
                      {tenant.app} · {tenant.name}
                    </b>
                    <span className="ml-auto text-sm text-soft">
                      {tenant.readAt === undefined || tenant.readAt === null ? "not read" : ago(tenant.readAt, now)}
                    </span>
                  </span>
                  <span className="block pl-[18px] text-sm text-soft">
                    {count(tenant.accounts, "account")}
                    {tenant.differences > 0 && (
                      <b className="text-error"> · {count(tenant.differences, "difference")}</b>
                    )}
                    {tenant.reading === "FAILED" && <b className="text-error"> · last reading failed</b>}
                  </span>
                </Link>
              </li>
            ))}
          </ul>
        )}
      </Read>
    </aside>
  );
}
