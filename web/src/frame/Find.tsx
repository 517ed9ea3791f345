import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useNavigate, useSearch } from "@tanstack/react-router";
import { useState } from "react";
import { ComboBox, Input, ListBox, ListBoxItem, Popover } from "react-aria-components";
import { api } from "../api/client";
import { groupsQuery, peopleQuery, tenantsQuery } from "../api/queries";
import { rolesQuery } from "../api/roleQueries";
import { useMay, useSeesAll } from "../session/hooks";
import { chooseTheme, storedTheme } from "../ui/theme";
import { placesFor } from "./places";

interface Hit {
  id: string;
  name: string;
  note: string;
  go: () => void;
}

const MOST_PEOPLE = 7;
const MOST_OTHERS = 3;
const SEARCH_LOG = "search-log";

/** One box for people, groups, roles, tenants from the first letters, and acts by name. */
export function Find() {
  const navigate = useNavigate();
  const client = useQueryClient();
  const { draft } = useSearch({ from: "__root__" });
  const mayPrepare = useMay("PREPARE");
  const [text, setText] = useState("");
  const typed = text.trim().toLowerCase();
  const people = useQuery({ ...peopleQuery(typed), enabled: typed !== "" });
  const seesAll = useSeesAll();
  const groups = useQuery({ ...groupsQuery, enabled: typed !== "" && seesAll });
  const roles = useQuery({ ...rolesQuery, enabled: typed !== "" && seesAll });
  const mayRead = useMay("PREPARE");
  const tenants = useQuery({ ...tenantsQuery, enabled: typed !== "" });
  const matches = (name: string) => name.toLowerCase().includes(typed);
  const hits: Hit[] = [];
  const acts: { name: string; go: () => void }[] = [
    ...(mayPrepare
      ? [
          { name: "Onboard somebody", go: () => void navigate({ to: "/onboard", search: { draft: undefined } }) },
          ...(draft === undefined
            ? []
            : [
                {
                  name: "Review the open draft",
                  go: () => void navigate({ to: "/changes/drafts/$id", params: { id: draft } }),
                },
              ]),
        ]
      : []),
    { name: "Change between day and night", go: () => chooseTheme(storedTheme() === "night" ? "linen" : "night") },
    ...(seesAll
      ? [
          { name: "Undo something that was applied", go: () => void navigate({ to: "/changes" }) },
          { name: "Messages to people", go: () => void navigate({ to: "/messages" }) },
          { name: "Setting up: units, directories, tenants", go: () => void navigate({ to: "/setup" }) },
          { name: "Directories", go: () => void navigate({ to: "/directories" }) },
          { name: "Automatic changes", go: () => void navigate({ to: "/inbound" }) },
          { name: "Search the log", go: () => void navigate({ to: "/log" }) },
        ]
      : []),
    ...(mayRead ? (tenants.data ?? []) : []).map((tenant) => ({
      name: `Read ${tenant.app} ${tenant.name} now`,
      go: () => {
        // whether it could be read stands on the tenant's page
        void api
          .POST("/api/v1/tenants/{id}/readings", { params: { path: { id: tenant.id } } })
          .finally(() => void client.invalidateQueries({ queryKey: tenantsQuery.queryKey }));
        void navigate({ to: "/tenants/$id", params: { id: tenant.id } });
      },
    })),
  ];
  if (typed !== "") {
    acts
      .filter((act) => matches(act.name))
      .slice(0, MOST_OTHERS)
      .forEach((act) => hits.push({ id: act.name, name: act.name, note: "act", go: act.go }));
    (seesAll ? placesFor(typed) : []).forEach((place) =>
      hits.push({ id: place.name, name: place.name, note: "place", go: () => void navigate({ to: place.to }) }),
    );
    people.data?.people.slice(0, MOST_PEOPLE).forEach((person) =>
      hits.push({
        id: person.id,
        name: person.name,
        note: [person.job, person.unit].filter((part) => part !== "").join(", "),
        go: () => void navigate({ to: "/people/$id", params: { id: person.id } }),
      }),
    );
    groups.data
      ?.filter((group) => matches(group.name))
      .slice(0, MOST_OTHERS)
      .forEach((group) =>
        hits.push({
          id: group.id,
          name: group.name,
          note: "group",
          go: () => void navigate({ to: "/groups/$id", params: { id: group.id } }),
        }),
      );
    roles.data
      ?.filter((role) => matches(role.name))
      .slice(0, MOST_OTHERS)
      .forEach((role) =>
        hits.push({
          id: role.id,
          name: role.name,
          note: "role",
          go: () => void navigate({ to: "/roles/$id", params: { id: role.id } }),
        }),
      );
    tenants.data
      ?.filter((tenant) => matches(`${tenant.app} ${tenant.name}`))
      .slice(0, MOST_OTHERS)
      .forEach((tenant) =>
        hits.push({
          id: tenant.id,
          name: `${tenant.app} ${tenant.name}`,
          note: "tenant",
          go: () => void navigate({ to: "/tenants/$id", params: { id: tenant.id } }),
        }),
      );
  }
  if (typed !== "" && seesAll) {
    hits.push({
      id: SEARCH_LOG,
      name: `“${text.trim()}” in the log`,
      note: "sentences, reasons, tickets",
      go: () => void navigate({ to: "/log", search: { q: text.trim() } }),
    });
  }
  return (
    <ComboBox
      aria-label="Find people, groups, roles, tenants or acts"
      items={hits}
      inputValue={text}
      onInputChange={setText}
      selectedKey={null}
      allowsEmptyCollection={typed !== ""}
      onSelectionChange={(key) => {
        hits.find((hit) => hit.id === key)?.go();
        setText("");
      }}
    >
      <div className="relative">
        <Input id="find" className="input h-8 w-60 bg-base-200 pr-16 max-[1100px]:w-44" placeholder="Find" />
        <kbd className="kbd kbd-xs pointer-events-none absolute top-1.5 right-2">Ctrl K</kbd>
      </div>
      <Popover className="card-plain w-80 overflow-auto p-1 shadow-md">
        <ListBox<Hit>
          className="outline-none"
          renderEmptyState={() => <p className="px-3 py-2 text-soft">No results.</p>}
        >
          {(hit) => (
            <ListBoxItem
              id={hit.id}
              textValue={hit.name}
              className="flex cursor-pointer justify-between gap-3 rounded px-3 py-1.5 outline-none data-focused:bg-chosen"
            >
              <span className="font-semibold">{hit.name}</span>
              <span className="truncate text-soft">{hit.note}</span>
            </ListBoxItem>
          )}
        </ListBox>
      </Popover>
    </ComboBox>
  );
}
