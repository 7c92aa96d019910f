import { blob, index, integer, primaryKey, sqliteTable, text, unique } from "drizzle-orm/sqlite-core";
import type { Chosen } from "../pool/tasks/render.ts";
import type { FormatName } from "../publish/formats.ts";

/** What is asked of a job. */
export interface JobRequest {
  readonly chosen: Chosen;
  readonly author: string;
  /** For an export. */
  readonly format: FormatName;
}

/** The tables; `migrations/` holds the SQL that makes them. Times are milliseconds since 1970. */
export const accounts = sqliteTable("accounts", {
  id: text("id").primaryKey(),
  email: text("email").notNull().unique(),
  name: text("name").notNull(),
  passwordHash: text("password_hash").notNull(),
  createdAt: integer("created_at").notNull(),
});

/** Only the hash of a session's token is kept. */
export const sessions = sqliteTable("sessions", {
  tokenHash: text("token_hash").primaryKey(),
  accountId: text("account_id")
    .notNull()
    .references(() => accounts.id, { onDelete: "cascade" }),
  expiresAt: integer("expires_at").notNull(),
});

export const sets = sqliteTable(
  "sets",
  {
    id: text("id").primaryKey(),
    accountId: text("account_id")
      .notNull()
      .references(() => accounts.id, { onDelete: "cascade" }),
    title: text("title").notNull(),
    introduction: text("introduction").notNull(),
    frontMatter: text("front_matter").notNull(),
    /** Counts the changes; a change is accepted only on top of the version it was made from. */
    version: integer("version").notNull(),
    updatedAt: integer("updated_at").notNull(),
    /** Where it stands on the shelf; of those at the same place the last changed stands first. */
    position: integer("position").notNull(),
  },
  (table) => [index("sets_of_account").on(table.accountId)],
);

export const problems = sqliteTable(
  "problems",
  {
    id: text("id").primaryKey(),
    setId: text("set_id")
      .notNull()
      .references(() => sets.id, { onDelete: "cascade" }),
    position: integer("position").notNull(),
    title: text("title").notNull(),
    statement: text("statement").notNull(),
    working: text("working", { mode: "json" }).$type<readonly string[]>().notNull(),
    remarks: text("remarks").notNull(),
    version: integer("version").notNull(),
  },
  (table) => [index("problems_of_set").on(table.setId, table.position)],
);

/** Immutable snapshots: the page as it was published. Readers see the newest of an address that is not withdrawn. */
export const publications = sqliteTable(
  "publications",
  {
    id: text("id").primaryKey(),
    setId: text("set_id")
      .notNull()
      .references(() => sets.id, { onDelete: "cascade" }),
    kind: text("kind", { enum: ["handout", "worked", "key"] }).notNull(),
    number: integer("number").notNull(),
    address: text("address").notNull(),
    /** The page as it is, of what was published before pages were kept compressed; else empty. */
    html: text("html").notNull(),
    /** The page compressed, so that serving it costs nothing; none for what was published before that. */
    brotli: blob("html_brotli", { mode: "buffer" }),
    gzip: blob("html_gzip", { mode: "buffer" }),
    createdAt: integer("created_at").notNull(),
    withdrawnAt: integer("withdrawn_at"),
  },
  (table) => [unique().on(table.setId, table.kind, table.number), index("publications_by_address").on(table.address, table.number)],
);

/** Pictures of the evidence, by their place on the page: they are sent only to readers who open it. Compressed with gzip. */
export const publicationPictures = sqliteTable(
  "publication_pictures",
  {
    publicationId: text("publication_id")
      .notNull()
      .references(() => publications.id, { onDelete: "cascade" }),
    place: integer("place").notNull(),
    svg: blob("svg", { mode: "buffer" }).notNull(),
  },
  (table) => [primaryKey({ columns: [table.publicationId, table.place] })],
);

/** The styles that pages were published with, by the name in their addresses: what was published keeps its looks. Compressed with gzip. */
export const pageStyles = sqliteTable("page_styles", {
  name: text("name").primaryKey(),
  css: blob("css", { mode: "buffer" }).notNull(),
});

/** How far a job is, as it is shown. */
export interface JobProgress {
  readonly problems: number;
  readonly done: number;
  readonly at: { readonly problem: string; readonly line: number } | null;
}

/** Work on whole sets. A process that works on one owns it for a while, and again while it goes on; when it does not, another takes it over. */
export const jobs = sqliteTable(
  "jobs",
  {
    id: text("id").primaryKey(),
    accountId: text("account_id")
      .notNull()
      .references(() => accounts.id, { onDelete: "cascade" }),
    setId: text("set_id")
      .notNull()
      .references(() => sets.id, { onDelete: "cascade" }),
    kind: text("kind", { enum: ["publish", "preview", "export"] }).notNull(),
    /** What was chosen, and for whom it is made. */
    request: text("request", { mode: "json" }).$type<JobRequest>().notNull(),
    /** The set as it was when it was asked for, as JSON, compressed with gzip. */
    snapshot: blob("snapshot", { mode: "buffer" }).notNull(),
    state: text("state", { enum: ["waiting", "running", "done", "failed", "cancelled"] }).notNull(),
    progress: text("progress", { mode: "json" }).$type<JobProgress>().notNull(),
    /** Why it failed. */
    message: text("message"),
    /** What it came to, compressed with gzip. */
    result: blob("result", { mode: "buffer" }),
    owner: text("owner"),
    ownedUntil: integer("owned_until").notNull(),
    createdAt: integer("created_at").notNull(),
    endedAt: integer("ended_at"),
  },
  (table) => [index("jobs_by_state").on(table.state, table.createdAt), index("jobs_of_account").on(table.accountId, table.state)],
);

/** Workings that were run and checked, by what they are and by the version of the engine: nothing is worked out twice. */
export const checkedWorkings = sqliteTable(
  "checked_workings",
  {
    key: text("key").primaryKey(),
    /** The reports of the lines as JSON, compressed with gzip. */
    reports: blob("reports", { mode: "buffer" }).notNull(),
    /** The lines that took too much. */
    givenUp: text("given_up", { mode: "json" }).$type<readonly number[]>().notNull(),
    checkedAt: integer("checked_at").notNull(),
  },
  (table) => [index("checked_by_age").on(table.checkedAt)],
);

/** How often it was tried to sign in from an address, by its hash. */
export const attempts = sqliteTable("attempts", {
  who: text("who").primaryKey(),
  count: integer("count").notNull(),
  until: integer("until").notNull(),
});

export type PublicationKind = (typeof publications.$inferSelect)["kind"];
