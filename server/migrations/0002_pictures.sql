CREATE TABLE publication_pictures (
  publication_id TEXT NOT NULL REFERENCES publications(id) ON DELETE CASCADE,
  place INTEGER NOT NULL,
  svg BLOB NOT NULL,
  PRIMARY KEY (publication_id, place)
);
