CREATE TABLE regimen_template (
    id TEXT PRIMARY KEY,
    name TEXT NOT NULL,
    body TEXT NOT NULL,
    archived INTEGER NOT NULL DEFAULT 0 CHECK (archived IN (0, 1)),
    made_at TEXT NOT NULL,
    made_by TEXT NOT NULL
) STRICT;

CREATE UNIQUE INDEX regimen_template_name ON regimen_template (name COLLATE NOCASE) WHERE archived = 0;
