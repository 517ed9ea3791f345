import { useQuery } from "@tanstack/react-query";
import { changesetComingQuery } from "../api/changeQueries";
import { useSession } from "../session/hooks";
import { day, lastDay } from "../ui/dates";
import { comingWords, count } from "../ui/words";

const MOST = 4;

/** What of a changeset is still to come: steps for it are made when its day has come. */
export function Coming({ changeset }: { changeset: number }) {
  const session = useSession();
  const coming = useQuery(changesetComingQuery(changeset)).data ?? [];
  return coming.length === 0 ? null : (
    <p className="mt-2">
      <b>Still to come:</b>{" "}
      {coming
        .slice(0, MOST)
        .map((one) => comingWords(one, day(one.at, session.zone), lastDay(one.at, session.zone)))
        .join("; ")}
      {coming.length > MOST && `; and more on ${count(coming.length - MOST, "later day")}`}.
    </p>
  );
}
