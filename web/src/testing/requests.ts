/**
 * Put in place before anything else is loaded: the page's requests keep what they find here at that moment. Node's requests
 * know no page whose address they could be relative to, and take back nothing of a page that is not a browser's.
 */
globalThis.Request = class extends Request {
  constructor(input: RequestInfo | URL, init?: RequestInit) {
    super(typeof input === "string" ? new URL(input, "http://wexa.example") : input, { ...init, signal: null });
  }
};

const answering: { now: (request: Request) => Promise<Response> } = {
  now: () => Promise.reject(new TypeError("nobody answers in this test")),
};

globalThis.fetch = (request) => answering.now(request as Request);

/** Who answers from now on. */
export function answerRequests(answers: (request: Request) => Promise<Response>): void {
  answering.now = answers;
}
