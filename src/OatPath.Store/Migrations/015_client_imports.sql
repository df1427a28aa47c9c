-- Which clients came into the book with one file, so that one press takes them back.
CREATE TABLE client_import (
    id TEXT PRIMARY KEY,
    clients TEXT NOT NULL,
    made_at TEXT NOT NULL,
    made_by TEXT NOT NULL
) STRICT;
