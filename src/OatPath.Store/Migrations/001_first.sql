CREATE TABLE studio (
    id INTEGER PRIMARY KEY CHECK (id = 1),
    rules TEXT NOT NULL,
    row_version INTEGER NOT NULL
) STRICT;

CREATE TABLE studio_history (
    id INTEGER PRIMARY KEY,
    rules TEXT NOT NULL,
    changed_at TEXT NOT NULL,
    changed_by TEXT NOT NULL
) STRICT;

CREATE TABLE person (
    id INTEGER PRIMARY KEY,
    name TEXT NOT NULL,
    sign_in TEXT NOT NULL COLLATE NOCASE UNIQUE,
    role TEXT NOT NULL CHECK (role IN ('owner', 'practitioner', 'assistant')),
    password_hash TEXT NOT NULL,
    failed INTEGER NOT NULL DEFAULT 0,
    locked_until TEXT,
    active INTEGER NOT NULL DEFAULT 1 CHECK (active IN (0, 1)),
    stamp TEXT NOT NULL
) STRICT;

CREATE TABLE client (
    id TEXT PRIMARY KEY,
    name TEXT NOT NULL,
    phone TEXT NOT NULL DEFAULT '',
    created_at TEXT NOT NULL,
    archived INTEGER NOT NULL DEFAULT 0 CHECK (archived IN (0, 1)),
    row_version INTEGER NOT NULL DEFAULT 1
) STRICT;

CREATE TABLE fact (
    seq INTEGER PRIMARY KEY,
    id TEXT NOT NULL UNIQUE,
    client_id TEXT NOT NULL REFERENCES client (id),
    kind TEXT NOT NULL,
    happened_at TEXT NOT NULL,
    recorded_at TEXT NOT NULL,
    recorded_by TEXT NOT NULL,
    supersedes TEXT,
    body TEXT NOT NULL
) STRICT;

CREATE INDEX fact_by_client ON fact (client_id, seq);

CREATE TRIGGER fact_is_never_changed BEFORE UPDATE ON fact
BEGIN
    SELECT RAISE(ABORT, 'facts are append-only');
END;

CREATE TRIGGER fact_is_never_removed BEFORE DELETE ON fact
BEGIN
    SELECT RAISE(ABORT, 'facts are append-only');
END;

CREATE TABLE publication (
    id INTEGER PRIMARY KEY,
    client_id TEXT NOT NULL REFERENCES client (id),
    published_at TEXT NOT NULL,
    published_by TEXT NOT NULL,
    inputs TEXT NOT NULL,
    rules TEXT NOT NULL,
    engine TEXT NOT NULL,
    path TEXT NOT NULL,
    hash TEXT NOT NULL
) STRICT;

CREATE INDEX publication_by_client ON publication (client_id, id);

CREATE TABLE publication_fact (
    fact_id TEXT PRIMARY KEY REFERENCES fact (id),
    publication_id INTEGER NOT NULL REFERENCES publication (id)
) STRICT;

CREATE TABLE link (
    id INTEGER PRIMARY KEY,
    client_id TEXT NOT NULL REFERENCES client (id),
    token_hash TEXT NOT NULL UNIQUE,
    created_at TEXT NOT NULL,
    created_by TEXT NOT NULL,
    revoked_at TEXT
) STRICT;

CREATE TABLE device (
    id INTEGER PRIMARY KEY,
    link_id INTEGER NOT NULL REFERENCES link (id),
    cookie_hash TEXT NOT NULL UNIQUE,
    created_at TEXT NOT NULL
) STRICT;

CREATE TABLE shown (
    id INTEGER PRIMARY KEY,
    client_id TEXT NOT NULL REFERENCES client (id),
    device_id INTEGER NOT NULL REFERENCES device (id),
    path_hash TEXT NOT NULL,
    shown_at TEXT NOT NULL
) STRICT;

CREATE INDEX shown_by_client ON shown (client_id, shown_at);

CREATE TABLE product (
    id TEXT PRIMARY KEY,
    name TEXT NOT NULL,
    body TEXT NOT NULL,
    archived INTEGER NOT NULL DEFAULT 0 CHECK (archived IN (0, 1)),
    row_version INTEGER NOT NULL DEFAULT 1
) STRICT;

CREATE TABLE record_read (
    id INTEGER PRIMARY KEY,
    client_id TEXT NOT NULL REFERENCES client (id),
    person TEXT NOT NULL,
    page TEXT NOT NULL,
    read_at TEXT NOT NULL
) STRICT;
