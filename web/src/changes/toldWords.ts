import type { Schemas } from "../api/client";

type Messages = Schemas["MessagesReview"];

/** Who gets a message when a draft is applied, and when. */
export function toldWords(messages: Messages): string {
  const parts: string[] = [];
  const alone = messages.about + messages.invited === 1 ? (messages.name ?? undefined) : undefined;
  const at = alone !== undefined && messages.address ? `, at ${messages.address}` : "";
  if (messages.about > 0) {
    const who = alone !== undefined ? `${alone} gets a message` : `${people(messages.about, "gets", "get")} a message`;
    const isByHand = messages.byHand >= messages.about && messages.invited === 0;
    parts.push(`${who} about the new accounts ${isByHand ? "when somebody sends it" : "when they are there"}${at}.`);
  }
  if (messages.invited > 0) {
    parts.push(`${alone !== undefined ? `${alone} is` : people(messages.invited, "is", "are")} invited${at}.`);
  }
  return parts.join(" ");
}

function people(number: number, one: string, many: string): string {
  return number === 1 ? `1 person ${one}` : `${number} people ${many}`;
}
