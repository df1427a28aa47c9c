-- How often anything about a client was written down; what is derived may be kept as long as this stays the same.
ALTER TABLE client ADD COLUMN touched INTEGER NOT NULL DEFAULT 0;

-- Inputs and path of a publication, compressed; then the columns of text are empty.
ALTER TABLE publication ADD COLUMN packed BLOB;

-- The latest moment at which anything was written down, by UTC; time never goes back behind it.
CREATE TABLE last_recorded (
    id INTEGER PRIMARY KEY CHECK (id = 1),
    at TEXT NOT NULL
) STRICT;

INSERT INTO last_recorded (id, at)
SELECT 1, coalesce(max(at), '') FROM (SELECT max(recorded_at) AS at FROM fact UNION ALL SELECT max(published_at) FROM publication UNION ALL SELECT max(received_at) FROM session_event);

-- Clients whose digest is older than their facts.
CREATE TABLE client_stale (
    client_id TEXT PRIMARY KEY
) STRICT;

-- What the Desk and the Clients page show, derived from facts and thrown away at will.
CREATE TABLE client_digest (
    client_id TEXT PRIMARY KEY REFERENCES client (id) ON DELETE CASCADE,
    touched INTEGER NOT NULL,
    rules_version INTEGER NOT NULL,
    engine TEXT NOT NULL,
    care_day TEXT NOT NULL,
    name TEXT NOT NULL COLLATE NOCASE,
    urgency INTEGER,
    since TEXT NOT NULL DEFAULT '',
    waiting INTEGER NOT NULL DEFAULT 0,
    found TEXT NOT NULL,
    state TEXT NOT NULL,
    line TEXT,
    visit TEXT,
    messages INTEGER NOT NULL DEFAULT 0
) STRICT;

CREATE INDEX digest_by_urgency ON client_digest (urgency, since DESC, name) WHERE urgency IS NOT NULL;
CREATE INDEX digest_by_name ON client_digest (name);
CREATE INDEX digest_waiting ON client_digest (name) WHERE waiting <> 0;
CREATE INDEX digest_visit ON client_digest (name) WHERE visit IS NOT NULL;
CREATE INDEX digest_messages ON client_digest (client_id) WHERE messages <> 0;
CREATE INDEX digest_by_day ON client_digest (care_day, rules_version, engine);

CREATE TABLE digest_ahead (
    client_id TEXT NOT NULL REFERENCES client (id) ON DELETE CASCADE,
    on_day TEXT NOT NULL,
    what TEXT NOT NULL,
    name TEXT NOT NULL,
    PRIMARY KEY (on_day, what, client_id)
) STRICT, WITHOUT ROWID;

CREATE INDEX digest_ahead_by_client ON digest_ahead (client_id);

CREATE TABLE digest_held (
    client_id TEXT NOT NULL REFERENCES client (id) ON DELETE CASCADE,
    rule TEXT NOT NULL,
    times INTEGER NOT NULL,
    sentence TEXT NOT NULL,
    name TEXT NOT NULL,
    PRIMARY KEY (rule, client_id)
) STRICT, WITHOUT ROWID;

CREATE INDEX digest_held_by_client ON digest_held (client_id);

CREATE TRIGGER fact_touches AFTER INSERT ON fact
BEGIN
    UPDATE client SET touched = touched + 1 WHERE id = NEW.client_id;
    INSERT OR IGNORE INTO client_stale (client_id) VALUES (NEW.client_id);
    UPDATE last_recorded SET at = NEW.recorded_at WHERE at < NEW.recorded_at;
END;

CREATE TRIGGER publication_touches AFTER INSERT ON publication
BEGIN
    UPDATE client SET touched = touched + 1 WHERE id = NEW.client_id;
    INSERT OR IGNORE INTO client_stale (client_id) VALUES (NEW.client_id);
    UPDATE last_recorded SET at = NEW.published_at WHERE at < NEW.published_at;
END;

CREATE TRIGGER session_event_touches AFTER INSERT ON session_event
BEGIN
    UPDATE client SET touched = touched + 1 WHERE id = (SELECT client_id FROM session_grant WHERE id = NEW.grant_id);
    INSERT OR IGNORE INTO client_stale (client_id) SELECT client_id FROM session_grant WHERE id = NEW.grant_id;
    UPDATE last_recorded SET at = NEW.received_at WHERE at < NEW.received_at;
END;

CREATE TRIGGER client_comes AFTER INSERT ON client
BEGIN
    INSERT OR IGNORE INTO client_stale (client_id) VALUES (NEW.id);
END;

CREATE TRIGGER client_changes AFTER UPDATE OF name, phone, archived, row_version ON client
BEGIN
    UPDATE client SET touched = touched + 1 WHERE id = NEW.id;
    INSERT OR IGNORE INTO client_stale (client_id) VALUES (NEW.id);
END;

INSERT OR IGNORE INTO client_stale (client_id) SELECT id FROM client;
