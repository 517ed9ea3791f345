/** Marks what was made within the last day: it stands on top of its list. */
export function NewMark({ isNew }: { isNew: boolean }) {
  return isNew ? <span className="mr-1.5 text-xs font-semibold text-primary">new</span> : null;
}
