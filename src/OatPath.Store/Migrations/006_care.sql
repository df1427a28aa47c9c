-- How the house does a treatment, where that differs from what ships. Bookings keep the one they were made with.
CREATE TABLE house_treatment (
    id TEXT PRIMARY KEY,
    title TEXT NOT NULL,
    body TEXT NOT NULL,
    changed_at TEXT NOT NULL,
    changed_by TEXT NOT NULL,
    archived INTEGER NOT NULL DEFAULT 0 CHECK (archived IN (0, 1))
) STRICT;

CREATE UNIQUE INDEX house_treatment_title ON house_treatment (title COLLATE NOCASE) WHERE archived = 0;

-- A client's calendar as a private subscription. The token is stored only as a hash.
CREATE TABLE calendar_feed (
    id INTEGER PRIMARY KEY,
    client_id TEXT NOT NULL REFERENCES client (id),
    token_hash TEXT NOT NULL UNIQUE,
    named INTEGER NOT NULL CHECK (named IN (0, 1)),
    created_at TEXT NOT NULL,
    revoked_at TEXT
) STRICT;

CREATE INDEX calendar_feed_by_client ON calendar_feed (client_id);

-- Messages to clients, as handed to the gateway. The key says what a message is about, so that none is written twice.
CREATE TABLE message (
    id INTEGER PRIMARY KEY,
    client_id TEXT NOT NULL REFERENCES client (id),
    key TEXT NOT NULL,
    text TEXT NOT NULL,
    written_at TEXT NOT NULL,
    next_try_at TEXT,
    attempts INTEGER NOT NULL DEFAULT 0,
    state TEXT NOT NULL CHECK (state IN ('waiting', 'delivered', 'failed', 'withdrawn')),
    settled_at TEXT,
    reason TEXT NOT NULL DEFAULT '',
    UNIQUE (client_id, key)
) STRICT;

CREATE INDEX message_waiting ON message (next_try_at) WHERE state = 'waiting';

-- A client who wants no messages.
CREATE TABLE message_opt_out (
    client_id TEXT PRIMARY KEY REFERENCES client (id),
    since TEXT NOT NULL,
    told_by TEXT NOT NULL
) STRICT;
