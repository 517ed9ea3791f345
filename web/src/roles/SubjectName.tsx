import { useQuery } from "@tanstack/react-query";
import { useSearch } from "@tanstack/react-router";
import { draftQuery } from "../api/changeQueries";
import { groupQuery, personQuery } from "../api/queries";
import { count } from "../ui/words";

/** What a person or a group is called that entries name by `person:` or `group:` and an id. */
export function SubjectName({ subject }: { subject: string }) {
  const [kind, id = ""] = subject.split(":");
  const person = useQuery({ ...personQuery(id), enabled: kind === "person" });
  const { draft } = useSearch({ from: "__root__" });
  const open = useQuery({ ...draftQuery(draft ?? ""), enabled: draft !== undefined && kind === "group" }).data;
  const made = open?.entries.find((one) => one.form === "group.make" && one.fields.id === id);
  // a group that the open draft makes is nowhere else yet
  const group = useQuery({ ...groupQuery(id), enabled: kind === "group" && made === undefined });
  return kind === "group" ? (
    <>
      {made?.fields.name ?? group.data?.group.name ?? "…"}{" "}
      <span className="font-normal text-soft">
        {made ? "new group" : group.data && `group of ${count(group.data.group.people, "person", "people")}`}
      </span>
    </>
  ) : (
    <>{person.data?.person.name ?? "…"}</>
  );
}
