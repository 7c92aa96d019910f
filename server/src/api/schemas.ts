import type { Choices } from "@nail-down/core/composition/choices";

/** JSON Schemas of every request body; Ajv validates against them and `docs/api.md` and /api/openapi.json describe them. */
const text = (maxLength: number, minLength = 0) => ({ type: "string", minLength, maxLength }) as const;
const version = { type: "integer", minimum: 1 } as const;

function object(properties: Readonly<Record<string, object>>, optional: readonly string[] = []) {
  return { type: "object", additionalProperties: false, properties, required: Object.keys(properties).filter((key) => !optional.includes(key)) };
}

const email = { type: "string", format: "email", maxLength: 200 } as const;
const title = text(200, 1);
const working = { type: "array", maxItems: 300, items: text(4000) } as const;

/** What is published and how: the kind, how much of the way, whether every line has its number, whether there is room to write. */
const CHOICES = {
  kind: { enum: ["handout", "worked", "key"] },
  detail: { enum: ["answer", "main steps", "every step"] },
  allNumbers: { type: "boolean" },
  space: { type: "boolean" },
} as const;

export const SCHEMAS = {
  signUp: object({ email, name: text(100, 1), password: text(200, 10) }),
  signIn: object({ email: text(200, 1), password: text(200, 1) }),
  newSet: object({ title }),
  importSet: object({ file: text(2_000_000, 1) }),
  changeSet: object({ version, title, introduction: text(100_000), frontMatter: text(20_000) }, ["title", "introduction", "frontMatter"]),
  newProblem: object({ title }),
  changeProblem: object({ version, title, statement: text(100_000), working }),
  publish: object(
    CHOICES,
    Object.keys(CHOICES).filter((key) => key !== "kind"),
  ),
} as const;

export type SchemaName = keyof typeof SCHEMAS;

export interface Bodies {
  readonly signUp: { readonly email: string; readonly name: string; readonly password: string };
  readonly signIn: { readonly email: string; readonly password: string };
  readonly newSet: { readonly title: string };
  readonly importSet: { readonly file: string };
  readonly changeSet: { readonly version: number; readonly title?: string; readonly introduction?: string; readonly frontMatter?: string };
  readonly newProblem: { readonly title: string };
  readonly changeProblem: { readonly version: number; readonly title: string; readonly statement: string; readonly working: readonly string[] };
  readonly publish: Pick<Choices, "kind"> & Partial<Choices>;
}
