CREATE TABLE accounts (
  id TEXT PRIMARY KEY NOT NULL,
  email TEXT NOT NULL UNIQUE,
  name TEXT NOT NULL,
  password_hash TEXT NOT NULL,
  created_at INTEGER NOT NULL
);
--> statement-breakpoint
CREATE TABLE sessions (
  token_hash TEXT PRIMARY KEY NOT NULL,
  account_id TEXT NOT NULL REFERENCES accounts(id) ON DELETE CASCADE,
  expires_at INTEGER NOT NULL
);
--> statement-breakpoint
CREATE TABLE sets (
  id TEXT PRIMARY KEY NOT NULL,
  account_id TEXT NOT NULL REFERENCES accounts(id) ON DELETE CASCADE,
  title TEXT NOT NULL,
  introduction TEXT NOT NULL,
  front_matter TEXT NOT NULL,
  version INTEGER NOT NULL,
  updated_at INTEGER NOT NULL
);
--> statement-breakpoint
CREATE INDEX sets_of_account ON sets (account_id);
--> statement-breakpoint
CREATE TABLE problems (
  id TEXT PRIMARY KEY NOT NULL,
  set_id TEXT NOT NULL REFERENCES sets(id) ON DELETE CASCADE,
  position INTEGER NOT NULL,
  title TEXT NOT NULL,
  statement TEXT NOT NULL,
  working TEXT NOT NULL,
  remarks TEXT NOT NULL,
  version INTEGER NOT NULL
);
--> statement-breakpoint
CREATE INDEX problems_of_set ON problems (set_id, position);
--> statement-breakpoint
CREATE TABLE publications (
  id TEXT PRIMARY KEY NOT NULL,
  set_id TEXT NOT NULL REFERENCES sets(id) ON DELETE CASCADE,
  kind TEXT NOT NULL,
  number INTEGER NOT NULL,
  address TEXT NOT NULL,
  html TEXT NOT NULL,
  created_at INTEGER NOT NULL,
  withdrawn_at INTEGER,
  UNIQUE (set_id, kind, number)
);
--> statement-breakpoint
CREATE INDEX publications_by_address ON publications (address, number);
