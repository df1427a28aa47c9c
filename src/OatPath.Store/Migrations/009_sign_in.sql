-- Failed attempts are counted by name and address in memory; a count kept here let strangers lock people out.
ALTER TABLE person DROP COLUMN failed;
ALTER TABLE person DROP COLUMN locked_until;

-- Attempts before this moment no longer count.
ALTER TABLE person ADD COLUMN cleared_at TEXT;

-- The secret of the second factor, protected by the keys beside the database, and the last time step a code was used for.
ALTER TABLE person ADD COLUMN factor TEXT;
ALTER TABLE person ADD COLUMN factor_step INTEGER NOT NULL DEFAULT 0;

CREATE TABLE recovery_code (
    person_id INTEGER NOT NULL REFERENCES person (id),
    code_hash TEXT NOT NULL,
    used_at TEXT,
    PRIMARY KEY (person_id, code_hash)
) STRICT;

-- Whoever is signed in; signing out ends the row, and with it every copy of the cookie.
CREATE TABLE sign_in (
    token_hash TEXT PRIMARY KEY,
    person_id INTEGER NOT NULL REFERENCES person (id),
    opened_at TEXT NOT NULL,
    ended_at TEXT
) STRICT;

CREATE INDEX sign_in_by_person ON sign_in (person_id) WHERE ended_at IS NULL;

-- Browsers somebody signed in from before.
CREATE TABLE known_browser (
    token_hash TEXT PRIMARY KEY,
    person_id INTEGER NOT NULL REFERENCES person (id),
    known_since TEXT NOT NULL
) STRICT;

CREATE INDEX known_browser_by_person ON known_browser (person_id);

-- What the owner chose for the program itself: second factor, backups, how long records are kept.
CREATE TABLE program_choice (
    id INTEGER PRIMARY KEY CHECK (id = 1),
    body TEXT NOT NULL,
    row_version INTEGER NOT NULL
) STRICT;
