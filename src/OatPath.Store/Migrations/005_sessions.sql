-- A grant lets one device guide one session on one care day. Its script is kept as it was signed.
CREATE TABLE session_grant (
    id TEXT PRIMARY KEY,
    client_id TEXT NOT NULL REFERENCES client (id),
    device_id INTEGER REFERENCES device (id),
    product TEXT NOT NULL,
    care_day TEXT NOT NULL,
    practice INTEGER NOT NULL CHECK (practice IN (0, 1)),
    script TEXT NOT NULL,
    issued_at TEXT NOT NULL,
    issued_by TEXT NOT NULL
) STRICT;

CREATE INDEX session_grant_by_client ON session_grant (client_id);
CREATE INDEX session_grant_by_device ON session_grant (device_id, care_day);

-- The first run of a guide that sends anything takes the grant; a second one is a replay.
CREATE TABLE session_run (
    grant_id TEXT PRIMARY KEY REFERENCES session_grant (id),
    run TEXT NOT NULL,
    opened_at TEXT NOT NULL
) STRICT;

CREATE TABLE session_event (
    seq INTEGER PRIMARY KEY,
    grant_id TEXT NOT NULL REFERENCES session_grant (id),
    event_id TEXT NOT NULL,
    body TEXT NOT NULL,
    received_at TEXT NOT NULL,
    UNIQUE (grant_id, event_id)
) STRICT;

CREATE TRIGGER session_event_is_never_changed BEFORE UPDATE ON session_event
BEGIN
    SELECT RAISE(ABORT, 'session events are append-only');
END;

CREATE TRIGGER session_event_is_never_removed BEFORE DELETE ON session_event
BEGIN
    SELECT RAISE(ABORT, 'session events are append-only');
END;

CREATE TRIGGER session_grant_is_never_changed BEFORE UPDATE ON session_grant
BEGIN
    SELECT RAISE(ABORT, 'grants are never changed');
END;
