import type { TSchema } from "typebox";
import type { Operation } from "./operation.ts";
import { OPERATIONS } from "./operations/registry.ts";
import { nameOf, SCHEMAS } from "./schemas.ts";
import { SESSION_COOKIE } from "./session.ts";

/** A schema by its name. */
function reference(schema: TSchema): object {
  const name = nameOf(schema);
  return name === undefined ? schema : { $ref: `#/components/schemas/${name}` };
}

const json = (schema: TSchema): object => ({ content: { "application/json": { schema: reference(schema) } } });

function responsesOf({ answers }: Operation): object {
  if (answers === "file") return { 200: { description: "the file", content: { "*/*": { schema: { type: "string" } } } } };
  if (answers === "events") return { 200: { description: "the records as events", content: { "text/event-stream": { schema: { type: "string" } } } } };
  return Object.fromEntries(Object.entries(answers).map(([status, schema]) => [status, { description: "done", ...(schema ? json(schema) : {}) }]));
}

function described(operation: Operation): object {
  const inPath = [...operation.path.matchAll(/\{(\w+)\}/g)].map(([, name]) => ({ name, in: "path", required: true, schema: { type: "string" } }));
  const inQuery = Object.entries(operation.query ?? {}).map(([name, description]) => ({ name, in: "query", description, schema: { type: "string" } }));
  const parameters = [...inPath, ...inQuery];
  return {
    summary: operation.summary,
    ...(operation.open ? { security: [] } : {}),
    ...(parameters.length > 0 ? { parameters } : {}),
    ...(operation.body ? { requestBody: { required: true, ...json(operation.body) } } : {}),
    responses: { ...responsesOf(operation), default: { description: "what was wrong, in words", ...json(SCHEMAS.Fault) } },
  };
}

/** The OpenAPI 3.1 description of the API, made from its operations. */
export function openApi(): object {
  const paths: Record<string, Record<string, object>> = {};
  for (const operation of OPERATIONS) {
    const path = `/api${operation.path}`;
    paths[path] = { ...paths[path], [operation.method]: described(operation) };
  }
  return {
    openapi: "3.1.0",
    info: { title: "Nail Down", version: "0.1.0" },
    paths,
    components: { schemas: SCHEMAS, securitySchemes: { session: { type: "apiKey", in: "cookie", name: SESSION_COOKIE } } },
    security: [{ session: [] }],
  };
}
