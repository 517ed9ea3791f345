import type { Middleware } from "openapi-fetch";

/** For how long after the last key or click somebody is taken to be there. */
const ATTENDED = 60_000;

let touchedAt = Date.now();

/** Notes keys and clicks on the page. */
export function watchAttendance(page: EventTarget): void {
  for (const event of ["pointerdown", "keydown", "wheel"]) {
    page.addEventListener(event, () => (touchedAt = Date.now()), { passive: true, capture: true });
  }
}

/** Says of what a page asks for by itself that nobody is there: it does not keep the session open. */
export const attendance: Middleware = {
  onRequest({ request }) {
    if (request.method === "GET" && Date.now() - touchedAt > ATTENDED) {
      request.headers.set("X-Wexa-Unattended", "true");
    }
    return request;
  },
};
