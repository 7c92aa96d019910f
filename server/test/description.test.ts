import { readFileSync, writeFileSync } from "node:fs";
import { compile } from "json-schema-to-typescript";
import { describe, expect, it } from "vitest";
import { openApi } from "../src/api/openapi.ts";
import { SCHEMAS } from "../src/api/schemas.ts";

const TYPES = new URL("../../web/src/api/types.ts", import.meta.url);
const TABLE = new URL("../../docs/api.md", import.meta.url);

interface Described {
  readonly summary: string;
  readonly security?: readonly object[];
  readonly requestBody?: { readonly content: { readonly "application/json": { readonly schema: { readonly $ref: string } } } };
  readonly responses: Readonly<Record<string, { readonly content?: Readonly<Record<string, { readonly schema: { readonly $ref?: string } }>> }>>;
}

interface Description {
  readonly paths: Readonly<Record<string, Readonly<Record<string, Described>>>>;
  readonly components: { readonly schemas: Readonly<Record<string, object>> };
}

const nameIn = (reference: string | undefined): string => reference?.split("/").at(-1) ?? "";

/** The types of the client, from the description. */
async function clientTypes(description: Description): Promise<string> {
  const { schemas } = description.components;
  const whole = { type: "object", additionalProperties: false, properties: {}, definitions: schemas };
  const text = JSON.stringify(whole).replaceAll("#/components/schemas/", "#/definitions/");
  const types = await compile(JSON.parse(text), "Description", {
    additionalProperties: false,
    bannerComment: "/** Made from the description of the API: WRITE_DOCS=1 npx vitest run server/test/description.test.ts */",
    declareExternallyReferenced: true,
    unreachableDefinitions: true,
    format: false,
  });
  return `${types.replace(/export interface Description \{\s*\}\n/, "")}${operationTypes(description)}`;
}

/** What each operation takes and gives, by its method and path. */
function operationTypes({ paths }: Description): string {
  const rows = Object.entries(paths).flatMap(([path, operations]) =>
    Object.entries(operations).map(([method, { requestBody, responses }]) => {
      const answers = Object.values(responses).flatMap(({ content }) => nameIn(content?.["application/json"]?.schema.$ref) || []);
      const answer = answers.filter((name) => name !== "Fault").join(" | ");
      const body = nameIn(requestBody?.content["application/json"].schema.$ref);
      return `"${method} ${path}": { body: ${body || "undefined"}; answer: ${answer || "undefined"} }`;
    }),
  );
  return `/** What each operation takes and gives, by its method and path. */\nexport interface Operations {\n${rows.join("\n")}\n}\n`;
}

/** The table of the operations. */
function table({ paths }: Description): string {
  const rows = Object.entries(paths).flatMap(([path, operations]) =>
    Object.entries(operations).map(([method, { summary, requestBody, responses, security }]) => {
      const answers = Object.entries(responses).flatMap(([status, { content }]) => {
        if (status === "default") return [];
        const name = nameIn(Object.values(content ?? {})[0]?.schema.$ref);
        return [name === "" ? status : `${status} ${name}`];
      });
      const body = nameIn(requestBody?.content["application/json"].schema.$ref);
      return `| \`${method.toUpperCase()} ${path}\` | ${summary}${security ? " (no session needed)" : ""} | ${body} | ${answers.join(", ")} |`;
    }),
  );
  return ["| operation | what it does | body | answers |", "| --- | --- | --- | --- |", ...rows].join("\n");
}

const START = "<!-- operations -->";
const END = "<!-- end of operations -->";

describe("the description of the API", () => {
  const description = openApi() as Description;

  it("is what the types of the client are made from", async () => {
    const types = await clientTypes(description);
    if (process.env["WRITE_DOCS"]) writeFileSync(TYPES, types);
    expect(readFileSync(TYPES, "utf8")).toBe(types);
    for (const name of Object.keys(SCHEMAS)) expect(types).toMatch(new RegExp(`export (?:interface|type) ${name}\\b`));
  });

  it("is what docs/api.md lists", () => {
    const [before = "", rest = ""] = readFileSync(TABLE, "utf8").split(START);
    const [, after = ""] = rest.split(END);
    const text = `${before}${START}\n\n${table(description)}\n\n${END}${after}`;
    if (process.env["WRITE_DOCS"]) writeFileSync(TABLE, text);
    expect(readFileSync(TABLE, "utf8")).toBe(text);
  });
});
