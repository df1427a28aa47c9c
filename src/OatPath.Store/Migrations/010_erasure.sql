-- One recorded act removes everything of one client. While it runs, and only then, their facts can be removed.
CREATE TABLE erasing (
    client_id TEXT PRIMARY KEY
) STRICT;

-- That it happened. The id is random and names nobody.
CREATE TABLE erasure (
    client_id TEXT PRIMARY KEY,
    erased_at TEXT NOT NULL,
    erased_by TEXT NOT NULL
) STRICT;

DROP TRIGGER fact_is_never_removed;
CREATE TRIGGER fact_is_never_removed BEFORE DELETE ON fact
WHEN NOT EXISTS (SELECT 1 FROM erasing WHERE client_id = OLD.client_id)
BEGIN
    SELECT RAISE(ABORT, 'facts are append-only');
END;

DROP TRIGGER session_event_is_never_removed;
CREATE TRIGGER session_event_is_never_removed BEFORE DELETE ON session_event
WHEN NOT EXISTS (SELECT 1 FROM erasing JOIN session_grant ON session_grant.client_id = erasing.client_id WHERE session_grant.id = OLD.grant_id)
BEGIN
    SELECT RAISE(ABORT, 'session events are append-only');
END;

-- When the records without an entry for years were last looked through.
CREATE TABLE retention_asked (
    asked_on TEXT NOT NULL,
    asked_by TEXT NOT NULL
) STRICT;
