/** How long something still takes at the pace so far, in words; nothing can be said before something is done. */
export function leftWords(done: number, total: number, begun: number, now: number): string {
  const spent = now - begun;
  if (done <= 0 || total <= done || spent <= 0) {
    return "";
  }
  const seconds = Math.round(((spent / done) * (total - done)) / 1000);
  if (seconds < 60) {
    return "less than a minute left";
  }
  const minutes = Math.round(seconds / 60);
  return minutes < 60 ? `about ${minutes} min left` : `about ${Math.round(minutes / 60)} h left`;
}

/** For how long something goes on, in words. */
export function spentWords(begun: number, now: number): string {
  const seconds = Math.max(0, Math.round((now - begun) / 1000));
  return seconds < 90 ? `for ${seconds} s` : `for ${Math.round(seconds / 60)} min`;
}
