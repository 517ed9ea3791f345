import { entriesOf, useDraft, type Draft, type Entry } from "../api/drafts";
import type { Schemas } from "../api/client";
import { KeptField } from "../ui/field";
import { Picker } from "../ui/picker";
import { TenantDot } from "../ui/tenants";
import { userNameRule } from "../ui/words";
import { ActButton } from "./ActButton";
import { accountEntries, heldIn, leastSeat, missingAccounts, seatEntry, seatOf } from "./proposals";
import { Step } from "./Step";

type Catalogue = Schemas["CatalogueView"];
type TenantChoice = Schemas["TenantChoice"];

const ATTRIBUTES: Record<string, string> = { device: "Device id" };

/** Accounts and seats: those that what was given needs are offered, the least seat that serves is proposed. */
export function Accounts({
  draft,
  person,
  choices,
  access,
  from,
}: {
  draft: Draft;
  person: string;
  choices: Catalogue;
  access: Schemas["AccessView"] | undefined;
  from: string | undefined;
}) {
  const { put } = useDraft(draft.id);
  const accounts = entriesOf(draft, "account.open");
  const opened = new Set(accounts.map((one) => one.fields.tenant));
  const missing = missingAccounts(access, draft);
  const open = (tenantId: string) => {
    const tenant = choices.tenants.find((one) => one.id === tenantId);
    if (tenant !== undefined) {
      put(...accountEntries(tenant, person, access, from));
    }
  };
  return (
    <Step number={4} title="Accounts and seats" isDone={accounts.length > 0 && missing.length === 0}>
      {accounts.length > 0 && (
        <div className="card-plain mb-2 overflow-x-auto">
          <table className="w-full">
            <thead>
              <tr className="text-left text-xs text-soft">
                <th className="px-3 py-1.5 font-semibold">Tenant</th>
                <th className="px-2 font-semibold">Signs in as</th>
                <th className="px-2 font-semibold">Seat</th>
                <th className="px-2 font-semibold">Left after</th>
                <th className="px-2 font-semibold">
                  <span className="sr-only">State</span>
                </th>
              </tr>
            </thead>
            <tbody>
              {accounts.map((account) => (
                <AccountLine
                  key={account.id}
                  draft={draft}
                  account={account}
                  tenant={choices.tenants.find((one) => one.id === account.fields.tenant)}
                  from={from}
                  least={(tenant) => leastSeat(tenant, heldIn(access, tenant.id))}
                />
              ))}
            </tbody>
          </table>
        </div>
      )}
      <div className="flex flex-wrap items-center gap-2">
        {missing.map((id) => {
          const tenant = choices.tenants.find((one) => one.id === id);
          return tenant === undefined ? null : (
            <button key={id} type="button" className="btn btn-sm" onClick={() => open(id)}>
              <TenantDot colour={tenant.colour} />
              Open in {tenant.app} {tenant.name}
              <span className="font-normal text-soft">needed by what was given</span>
            </button>
          );
        })}
        <Picker
          label="Open an account"
          hideLabel
          placeholder="Open an account in…"
          choices={choices.tenants
            .filter((tenant) => !opened.has(tenant.id))
            .map((tenant) => ({
              id: tenant.id,
              name: `${tenant.app} ${tenant.name}`,
              note: `signs in by ${userNameRule(tenant.userNameRule)}${tenant.environment === "TRAINING" ? ", training" : ""}`,
            }))}
          onPick={open}
        />
      </div>
    </Step>
  );
}

function AccountLine({
  draft,
  account,
  tenant,
  from,
  least,
}: {
  draft: Draft;
  account: Entry;
  tenant: TenantChoice | undefined;
  from: string | undefined;
  least: (tenant: TenantChoice) => string | undefined;
}) {
  const { put, set, take } = useDraft(draft.id);
  const seat = seatOf(draft, account);
  if (tenant === undefined) {
    return null;
  }
  const name = `${tenant.app} ${tenant.name}`;
  const kind = tenant.seats.find((one) => one.key === seat?.fields.kind);
  const proposed = tenant.seats.find((one) => one.key === least(tenant));
  const signsIn = account.fields.as ?? "";
  // a name that cannot be made yet stands as a question mark in the sentence
  const said = /as ([^?\s]\S*)/.exec(account.sentence.replace(/^open account for \S+ in \S+ /, ""))?.[1] ?? "";
  const problems = [
    ...account.findings.map((finding) => ({ one: account, finding })),
    ...(seat?.findings ?? []).map((finding) => ({ one: seat ?? account, finding })),
  ].filter(({ finding }) => finding.code !== "reference.unresolved" && finding.code !== "fact.gone");
  const needed = tenant.needs.filter((need) => need.seat === seat?.fields.kind && need.attribute !== "phone");
  const choose = (value: string) => {
    if (seat === undefined) {
      put(seatEntry(account.fields.id ?? "", value, from));
    } else if (value === "") {
      take(seat.id);
    } else {
      set(seat, { kind: value });
    }
  };
  return (
    <>
      <tr className="h-9 border-t border-line [&>td]:py-1">
        <td className="px-3 font-semibold whitespace-nowrap">
          <TenantDot colour={tenant.colour} />
          {tenant.app} · {tenant.name}
        </td>
        <td className="w-64 px-2">
          <KeptField
            label={`User name in ${name}`}
            hideLabel
            mono
            name={`${account.id}.as`}
            value={signsIn === "" ? said : signsIn}
            problems={[]}
            onKeep={(value) => set(account, { as: value })}
          />
        </td>
        <td className="px-2">
          {tenant.seats.length === 0 ? (
            <span className="text-soft">none needed</span>
          ) : (
            <select
              aria-label={`Seat in ${name}`}
              name={`${seat?.id ?? account.id}.kind`}
              className="select h-7 w-32"
              value={seat?.fields.kind ?? ""}
              onChange={(event) => choose(event.target.value)}
            >
              <option value="">No seat</option>
              {tenant.seats.map((one) => (
                <option key={one.key} value={one.key}>
                  {one.name}
                </option>
              ))}
            </select>
          )}
          {needed.map((need) => (
            <div key={need.attribute} className="mt-1 w-32">
              <KeptField
                label={`${ATTRIBUTES[need.attribute] ?? need.attribute} in ${name}`}
                hideLabel
                name={`${account.id}.with.${need.attribute}`}
                value={account.fields[`with.${need.attribute}`] ?? ""}
                placeholder={ATTRIBUTES[need.attribute] ?? need.attribute}
                problems={[]}
                onKeep={(value) => set(account, { [`with.${need.attribute}`]: value })}
              />
            </div>
          ))}
        </td>
        <td className="px-2 text-sm whitespace-nowrap">
          {kind === undefined ? "" : `${Math.max(0, kind.left - 1)} left of ${kind.size}`}
        </td>
        <td className="px-2 text-sm">
          <span className="flex items-center justify-end gap-2">
            {problems.length === 0 && account.state === "READY" && <b className="text-success">✓ ready</b>}
            {proposed !== undefined && proposed.key !== seat?.fields.kind && (
              <button
                type="button"
                className="cursor-pointer text-primary underline"
                onClick={() => choose(proposed.key)}
              >
                {proposed.name} serves
              </button>
            )}
            <button
              type="button"
              className="cursor-pointer rounded px-1 text-soft hover:bg-chosen"
              aria-label={`Take the account in ${name} out of the draft`}
              onClick={() => take(account.id, ...(seat === undefined ? [] : [seat.id]))}
            >
              ×
            </button>
          </span>
        </td>
      </tr>
      {problems.length > 0 && (
        <tr>
          <td colSpan={5} className="px-3 pb-1.5 text-sm">
            {problems.map(({ one, finding }) => (
              <span key={finding.text} className="mr-4 inline-block text-error">
                <b>▲ {finding.text}</b> <ActButton draft={draft} one={one} finding={finding} />
              </span>
            ))}
          </td>
        </tr>
      )}
    </>
  );
}
