-- Where a set stands on its shelf; sets that were never moved stand at the same place, the last changed first.
ALTER TABLE sets ADD COLUMN position integer NOT NULL DEFAULT 0;
