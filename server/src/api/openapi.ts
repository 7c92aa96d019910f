import { SCHEMAS, type SchemaName } from "./schemas.ts";

interface Operation {
  readonly method: "get" | "post" | "put" | "patch" | "delete";
  readonly path: string;
  readonly summary: string;
  readonly body?: SchemaName;
  readonly open?: true;
}

/** Every operation of the API; the bodies are the schemas that requests are validated against. */
const OPERATIONS: readonly Operation[] = [
  { method: "get", path: "/api/session", summary: "Who is signed in", open: true },
  { method: "post", path: "/api/session", summary: "Sign in", body: "signIn", open: true },
  { method: "delete", path: "/api/session", summary: "Sign out", open: true },
  { method: "post", path: "/api/accounts", summary: "Sign up", body: "signUp", open: true },
  { method: "get", path: "/api/sets", summary: "The shelf: all own sets" },
  { method: "post", path: "/api/sets", summary: "A new, empty set", body: "newSet" },
  { method: "post", path: "/api/sets/import", summary: "A new set from a problem-set file", body: "importSet" },
  { method: "get", path: "/api/sets/{id}", summary: "A set with its problems and publications" },
  { method: "patch", path: "/api/sets/{id}", summary: "Change title or introduction; 409 when the version is not the current one", body: "changeSet" },
  { method: "delete", path: "/api/sets/{id}", summary: "Delete a set" },
  { method: "get", path: "/api/sets/{id}/file", summary: "The set as a problem-set file" },
  { method: "post", path: "/api/sets/{id}/problems", summary: "A new problem at the end of a set", body: "newProblem" },
  { method: "get", path: "/api/problems/{id}", summary: "A problem" },
  { method: "put", path: "/api/problems/{id}", summary: "Replace a problem's contents; 409 when the version is not the current one", body: "changeProblem" },
  { method: "delete", path: "/api/problems/{id}", summary: "Delete a problem" },
  { method: "post", path: "/api/sets/{id}/publications", summary: "Run, check and publish the set", body: "publish" },
  { method: "post", path: "/api/sets/{id}/preview", summary: "The page as publishing would make it, and the lines that are not nailed", body: "publish" },
  {
    method: "get",
    path: "/api/sets/{id}/export/{format}",
    summary: "The set composed as html (one file), latex or markdown; ?kind, ?detail, ?space and ?numbers as in publish",
  },
  { method: "delete", path: "/api/sets/{id}/publications/{kind}", summary: "Withdraw what is published of that kind" },
];

/** The OpenAPI 3.1 description of the API. */
export function openApi(): object {
  const paths: Record<string, Record<string, object>> = {};
  for (const { method, path, summary, body, open } of OPERATIONS) {
    const parameters = [...path.matchAll(/\{(\w+)\}/g)].map(([, name]) => ({ name, in: "path", required: true, schema: { type: "string" } }));
    const item = paths[path] ?? {};
    paths[path] = item;
    item[method] = {
      summary,
      ...(open ? { security: [] } : {}),
      ...(parameters.length > 0 ? { parameters } : {}),
      ...(body ? { requestBody: { required: true, content: { "application/json": { schema: { $ref: `#/components/schemas/${body}` } } } } } : {}),
      responses: { "2XX": { description: "done" }, "4XX": { description: "an object with error.message, and error.field or error.current where it helps" } },
    };
  }
  return {
    openapi: "3.1.0",
    info: { title: "Nail Down", version: "0.1.0" },
    paths,
    components: { schemas: SCHEMAS, securitySchemes: { session: { type: "apiKey", in: "cookie", name: "nail_session" } } },
    security: [{ session: [] }],
  };
}
