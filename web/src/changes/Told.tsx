import { useQuery } from "@tanstack/react-query";
import type { Draft } from "../api/drafts";
import { draftMessagesQuery } from "../api/changeQueries";
import { toldWords } from "./toldWords";

/** Who is written to when the draft is applied: about new accounts, and who is invited. */
export function Told({ draft }: { draft: Draft }) {
  const messages = useQuery(draftMessagesQuery(draft.id, draft.version)).data;
  if (messages === undefined || messages.about + messages.invited === 0) {
    return null;
  }
  const more = messages.allNowhere - messages.nowhere.length;
  return (
    <p className="mt-3">
      {toldWords(messages)}
      {messages.allNowhere > 0 && (
        <b className="text-error">
          {" "}
          ▲ {messages.nowhere.join(", ")}
          {more > 0 && ` and ${more} more`} {messages.allNowhere === 1 ? "has" : "have"} no e-mail address.
        </b>
      )}
    </p>
  );
}
