const THINGS: Record<string, string> = {
  person: "a person",
  invitation: "an invitation",
  engagement: "an engagement",
  group: "a group",
  membership: "a membership",
  account: "an account",
  seat: "a seat",
  assignment: "a role",
};

const VERBS: Record<string, string> = {
  add: "Add",
  begin: "Begin",
  make: "Make",
  put: "Begin",
  open: "Open",
  give: "Give",
  send: "Send",
  edit: "Change",
  swap: "Swap",
  end: "End",
  close: "Close",
  return: "Return",
  retire: "Retire",
  withdraw: "Withdraw",
};

/** What an entry is about while too little of it is known to say it as a sentence. */
export function formWords(form: string): string {
  const [thing = "", verb = ""] = form.split(".");
  return `${VERBS[verb] ?? "Change"} ${THINGS[thing] ?? thing}`;
}
