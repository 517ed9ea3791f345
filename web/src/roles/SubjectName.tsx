import { useQuery } from "@tanstack/react-query";
import { groupQuery, personQuery } from "../api/queries";
import { count } from "../ui/words";

/** What a person or a group is called that entries name by `person:` or `group:` and an id. */
export function SubjectName({ subject }: { subject: string }) {
  const [kind, id = ""] = subject.split(":");
  const person = useQuery({ ...personQuery(id), enabled: kind === "person" });
  const group = useQuery({ ...groupQuery(id), enabled: kind === "group" });
  return kind === "group" ? (
    <>
      {group.data?.group.name ?? "…"}{" "}
      <span className="font-normal text-soft">
        {group.data && `group of ${count(group.data.group.people, "person", "people")}`}
      </span>
    </>
  ) : (
    <>{person.data?.person.name ?? "…"}</>
  );
}
