-- A link by which a client answers Meet on the phone before the first visit. What is answered is kept here only until it is sent, or until
-- the link ends; then it is an entry of the record, or gone.
CREATE TABLE answer_link (
    id INTEGER PRIMARY KEY,
    client_id TEXT NOT NULL REFERENCES client (id),
    token_hash TEXT NOT NULL UNIQUE,
    cookie_hash TEXT UNIQUE,
    created_at TEXT NOT NULL,
    created_by TEXT NOT NULL,
    opened_at TEXT,
    sent_at TEXT,
    closed_at TEXT,
    answers TEXT NOT NULL DEFAULT ''
) STRICT;

CREATE INDEX answer_link_by_client ON answer_link (client_id);

CREATE TRIGGER answer_link_forgets AFTER UPDATE OF closed_at ON answer_link WHEN NEW.closed_at IS NOT NULL AND NEW.answers <> ''
BEGIN
    UPDATE answer_link SET answers = '' WHERE id = NEW.id;
END;
