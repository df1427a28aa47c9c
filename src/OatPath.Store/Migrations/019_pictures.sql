-- What a client agreed to have pictures used for, and when that was taken back: one row for each time it was said, never changed.
CREATE TABLE picture_consent (
    id INTEGER PRIMARY KEY,
    client_id TEXT NOT NULL REFERENCES client (id),
    used_for TEXT NOT NULL CHECK (used_for IN ('care', 'teaching', 'showing')),
    given INTEGER NOT NULL CHECK (given IN (0, 1)),
    wording INTEGER NOT NULL,
    said_at TEXT NOT NULL,
    said_by TEXT NOT NULL
) STRICT;

CREATE INDEX picture_consent_by_client ON picture_consent (client_id);

-- Names of picture files. One stands here before its file is written and until its file is gone, so that no file is ever nobody's.
CREATE TABLE picture_file (
    name TEXT PRIMARY KEY,
    state TEXT NOT NULL CHECK (state IN ('coming', 'kept', 'going')),
    since_at TEXT NOT NULL
) STRICT;

CREATE INDEX picture_file_by_state ON picture_file (state) WHERE state <> 'kept';

-- A picture of a client. Looked over and not kept yet where kept_at is null; taken away where gone_at is not.
CREATE TABLE picture (
    id TEXT PRIMARY KEY,
    client_id TEXT NOT NULL REFERENCES client (id),
    file TEXT NOT NULL UNIQUE,
    sha256 TEXT NOT NULL,
    bytes INTEGER NOT NULL,
    width INTEGER NOT NULL,
    height INTEGER NOT NULL,
    seen_from TEXT NOT NULL CHECK (seen_from IN ('front', 'left', 'right', 'close')),
    taken_on TEXT NOT NULL,
    added_at TEXT NOT NULL,
    added_by TEXT NOT NULL,
    found TEXT NOT NULL DEFAULT '',
    marks TEXT NOT NULL DEFAULT '',
    numbers TEXT NOT NULL DEFAULT '',
    kept_at TEXT,
    gone_at TEXT,
    gone_by TEXT
) STRICT;

CREATE INDEX picture_by_client ON picture (client_id);
