import { LIMITS } from "@nail-down/core/problemset/limits";
import Type, { type TSchema } from "typebox";

/**
 * What crosses the boundary, as JSON Schemas: requests are validated against them, the description of the API (OpenAPI) is made from them, and the
 * types of the server and of the web application are theirs.
 */
const closed = { additionalProperties: false } as const;

/** Any text that can be stored and read back as it is (`formats.ts`). */
const text = (maxLength: number, minLength = 0) => Type.String({ minLength, maxLength, format: "text" });
/** A text in one line. */
const line = (maxLength: number) => Type.String({ maxLength, format: "line" });
const version = Type.Integer({ minimum: 1, description: "the version that the change was made from" });
const email = Type.String({ format: "email", maxLength: 200 });
const title = text(LIMITS.title, 1);
const id = Type.String();
const time = Type.Integer({ description: "milliseconds since 1970" });

export const SignUp = Type.Object({ email, name: text(100, 1), password: text(200, 10) }, closed);
export const SignIn = Type.Object({ email: text(200, 1), password: text(200, 1) }, closed);
export const NewTitle = Type.Object({ title }, closed);
export const FileToImport = Type.Object({ file: text(LIMITS.file, 1) }, closed);
/** Things by their ids, in the order in which they are to stand: all of them, each once. */
export const Order = Type.Object({ ids: Type.Array(text(64, 1), { maxItems: 10_000 }) }, closed);
/** Where a copy goes; without it, beside the original. */
export const CopyTarget = Type.Object({ setId: Type.Optional(text(64, 1)) }, closed);
export const SampleEntry = Type.Object({ name: Type.String(), title: Type.String(), problems: Type.Integer() });
export const Samples = Type.Object({ samples: Type.Array(SampleEntry) });
export const SetChange = Type.Object(
  {
    version,
    title: Type.Optional(title),
    introduction: Type.Optional(text(LIMITS.introduction)),
    frontMatter: Type.Optional(text(LIMITS.frontMatter)),
  },
  closed,
);
export const ProblemChange = Type.Object(
  { version, title, statement: text(LIMITS.statement), working: Type.Array(line(LIMITS.line), { maxItems: LIMITS.lines }) },
  closed,
);

const kind = Type.Enum(["handout", "worked", "key"]);
/** What is published and how; where something is not said, as the set says. */
export const Choices = Type.Object(
  {
    kind,
    detail: Type.Optional(Type.Enum(["answer", "main steps", "every step"])),
    allNumbers: Type.Optional(Type.Boolean({ description: "whether every line has its number" })),
    space: Type.Optional(Type.Boolean({ description: "whether a handout has room to write" })),
  },
  closed,
);

export const Account = Type.Object({ name: Type.String(), email: Type.String() });
export const Session = Type.Object({
  account: Type.Union([Account, Type.Null()]),
  demo: Type.Union([Type.Object({ email: Type.String(), password: Type.String() }), Type.Null()], { description: "the sign-in of the demonstration" }),
});
export const SignedIn = Type.Object({ account: Account });

export const ShelfEntry = Type.Object({ id, title: Type.String(), problems: Type.Integer(), updatedAt: time });
/** How much an account has of what it may have. */
export const Usage = Type.Object({
  sets: Type.Object({ used: Type.Integer(), most: Type.Integer() }),
  bytes: Type.Object({ used: Type.Integer(), most: Type.Integer() }),
});
export const Shelf = Type.Object({ sets: Type.Array(ShelfEntry), usage: Usage });

const setProperties = {
  id,
  title: Type.String(),
  introduction: Type.String(),
  frontMatter: Type.String(),
  version: Type.Integer(),
  updatedAt: time,
};
export const SetHead = Type.Object(setProperties);
export const Problem = Type.Object({
  id,
  setId: id,
  title: Type.String(),
  statement: Type.String(),
  working: Type.Array(Type.String()),
  version: Type.Integer(),
});
export const Publication = Type.Object({
  id,
  kind,
  number: Type.Integer(),
  address: Type.String(),
  createdAt: time,
  withdrawnAt: Type.Union([time, Type.Null()]),
});
export const WholeSet = Type.Object({ ...setProperties, problems: Type.Array(Problem), publications: Type.Array(Publication) });

export const NotNailed = Type.Object({
  index: Type.Integer({ description: "the place of the problem in the set, from 0" }),
  problem: Type.String(),
  line: Type.Integer({ description: "from 1; 0 for the problem as a whole" }),
  verdict: Type.String({ description: "tacked, loose or bent; “error” for a line that cannot be carried out, “not decided” for one that was given up" }),
});
const notNailed = Type.Array(NotNailed);
export const Published = Type.Object({ publication: Publication, notNailed });
export const Publications = Type.Object({ publications: Type.Array(Publication) });
export const Preview = Type.Object({ html: Type.String(), notNailed });

/** Work on a whole set, which goes on whether somebody waits for it or not. */
export const Job = Type.Object({
  id,
  setId: id,
  kind: Type.Enum(["publish", "preview", "export"]),
  state: Type.Enum(["waiting", "running", "done", "failed", "cancelled"]),
  progress: Type.Object({
    problems: Type.Integer({ description: "how many there are" }),
    done: Type.Integer({ description: "how many are checked" }),
    at: Type.Union([Type.Object({ problem: Type.String(), line: Type.Integer() }), Type.Null()], { description: "the line that is worked on" }),
  }),
  message: Type.Union([Type.String(), Type.Null()], { description: "why it failed" }),
  createdAt: time,
});
export const Jobs = Type.Object({ jobs: Type.Array(Job) });

export const Fault = Type.Object({
  error: Type.Object({
    message: Type.String(),
    field: Type.Optional(Type.String()),
    line: Type.Optional(Type.Integer()),
    current: Type.Optional(Type.Unknown({ description: "what is stored now, where a change came too late" })),
  }),
});

export const SCHEMAS = {
  SignUp,
  SignIn,
  NewTitle,
  Order,
  CopyTarget,
  SampleEntry,
  Samples,
  FileToImport,
  SetChange,
  ProblemChange,
  Choices,
  Account,
  Session,
  SignedIn,
  ShelfEntry,
  Usage,
  Shelf,
  SetHead,
  Problem,
  Publication,
  WholeSet,
  NotNailed,
  Published,
  Publications,
  Preview,
  Job,
  Jobs,
  Fault,
} as const;

export type SchemaName = keyof typeof SCHEMAS;

const names = new Map<TSchema, SchemaName>(Object.entries(SCHEMAS).map(([name, schema]) => [schema, name as SchemaName]));

/** The name of a schema that has one. */
export const nameOf = (schema: TSchema): SchemaName | undefined => names.get(schema);
