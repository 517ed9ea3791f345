import createClient, { type Middleware } from "openapi-fetch";
import { attendance } from "./attendance";
import type { components, paths } from "./schema";

export type Schemas = components["schemas"];

/** A failure as the server tells it (RFC 9457): what happened, which fields, and the way out. */
export class Problem extends Error {
  readonly status: number;
  readonly code: string;
  readonly fields: readonly { field: string; text: string }[];

  constructor(status: number, code: string, detail: string, fields: readonly { field: string; text: string }[] = []) {
    super(detail);
    this.status = status;
    this.code = code;
    this.fields = fields;
  }
}

function cookie(name: string): string {
  const found = document.cookie.split("; ").find((part) => part.startsWith(`${name}=`));
  return found === undefined ? "" : decodeURIComponent(found.slice(name.length + 1));
}

const csrf: Middleware = {
  onRequest({ request }) {
    if (request.method !== "GET") {
      request.headers.set("X-XSRF-TOKEN", cookie("XSRF-TOKEN"));
    }
    return request;
  },
};

export const api = createClient<paths>({ baseUrl: "/" });
api.use(csrf, attendance);

interface Answer<T> {
  data?: T;
  error?: unknown;
  response: Response;
}

function text(value: unknown, name: string): string | undefined {
  if (typeof value === "object" && value !== null && name in value) {
    const found: unknown = Reflect.get(value, name);
    return typeof found === "string" ? found : undefined;
  }
  return undefined;
}

function fieldsOf(error: unknown): { field: string; text: string }[] {
  if (typeof error !== "object" || error === null || !("fields" in error) || !Array.isArray(error.fields)) {
    return [];
  }
  return error.fields.map((one: unknown) => ({ field: text(one, "field") ?? "", text: text(one, "text") ?? "" }));
}

/** The data of an answer, or its problem thrown. */
export async function take<T>(answering: Promise<Answer<T>>): Promise<T> {
  let answer: Answer<T>;
  try {
    answer = await answering;
  } catch {
    throw new Problem(0, "unreachable", "Wexa does not answer. Check the connection; what you typed is kept here.");
  }
  if (answer.response.ok) {
    // an answer without content has no data, and its type says so
    return answer.data as T;
  }
  throw new Problem(
    answer.response.status,
    text(answer.error, "code") ?? "failed",
    text(answer.error, "detail") ?? "That did not work. Try again.",
    fieldsOf(answer.error),
  );
}
