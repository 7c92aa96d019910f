CREATE TABLE jobs (
  id TEXT PRIMARY KEY NOT NULL,
  account_id TEXT NOT NULL REFERENCES accounts(id) ON DELETE CASCADE,
  set_id TEXT NOT NULL REFERENCES sets(id) ON DELETE CASCADE,
  kind TEXT NOT NULL,
  request TEXT NOT NULL,
  snapshot BLOB NOT NULL,
  state TEXT NOT NULL,
  progress TEXT NOT NULL,
  message TEXT,
  result BLOB,
  owner TEXT,
  owned_until INTEGER NOT NULL,
  created_at INTEGER NOT NULL,
  ended_at INTEGER
);
--> statement-breakpoint
CREATE INDEX jobs_by_state ON jobs (state, created_at);
--> statement-breakpoint
CREATE INDEX jobs_of_account ON jobs (account_id, state);
--> statement-breakpoint
CREATE TABLE checked_workings (
  key TEXT PRIMARY KEY NOT NULL,
  reports BLOB NOT NULL,
  given_up TEXT NOT NULL,
  checked_at INTEGER NOT NULL
);
--> statement-breakpoint
CREATE INDEX checked_by_age ON checked_workings (checked_at);
--> statement-breakpoint
CREATE TABLE attempts (
  who TEXT PRIMARY KEY NOT NULL,
  count INTEGER NOT NULL,
  until INTEGER NOT NULL
);
