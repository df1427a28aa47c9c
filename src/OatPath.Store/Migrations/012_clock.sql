-- How the record's time stood to the machine's, whenever that changed; and who confirmed a jump of the machine's.
CREATE TABLE clock_pair (
    id INTEGER PRIMARY KEY,
    record_at TEXT NOT NULL,
    machine_at TEXT NOT NULL,
    confirmed_by TEXT
) STRICT;

-- When the program was last alive, by the record's time.
CREATE TABLE clock_seen (
    id INTEGER PRIMARY KEY CHECK (id = 1),
    at TEXT NOT NULL
) STRICT;

-- A span of false time that was mended: what was written down in it counts as of other times. The entries stay as they were written.
CREATE TABLE clock_mend (
    id INTEGER PRIMARY KEY,
    false_from TEXT NOT NULL,
    true_from TEXT NOT NULL,
    mended_at TEXT NOT NULL
) STRICT;

CREATE TABLE fact_mended (
    fact_id TEXT PRIMARY KEY REFERENCES fact (id),
    client_id TEXT NOT NULL REFERENCES client (id),
    mend_id INTEGER NOT NULL REFERENCES clock_mend (id),
    happened_at TEXT NOT NULL,
    recorded_at TEXT NOT NULL,
    body TEXT NOT NULL
) STRICT;

CREATE TABLE grant_mended (
    grant_id TEXT PRIMARY KEY REFERENCES session_grant (id),
    client_id TEXT NOT NULL REFERENCES client (id),
    mend_id INTEGER NOT NULL REFERENCES clock_mend (id),
    care_day TEXT NOT NULL,
    script TEXT NOT NULL,
    issued_at TEXT NOT NULL,
    opened_at TEXT
) STRICT;

CREATE TABLE session_event_mended (
    seq INTEGER PRIMARY KEY REFERENCES session_event (seq),
    client_id TEXT NOT NULL REFERENCES client (id),
    mend_id INTEGER NOT NULL REFERENCES clock_mend (id),
    received_at TEXT NOT NULL
) STRICT;

CREATE TABLE publication_mended (
    publication_id INTEGER PRIMARY KEY REFERENCES publication (id),
    client_id TEXT NOT NULL REFERENCES client (id),
    mend_id INTEGER NOT NULL REFERENCES clock_mend (id),
    published_at TEXT NOT NULL
) STRICT;

CREATE INDEX fact_mended_by_client ON fact_mended (client_id);
CREATE INDEX grant_mended_by_client ON grant_mended (client_id);
CREATE INDEX session_event_mended_by_client ON session_event_mended (client_id);
CREATE INDEX publication_mended_by_client ON publication_mended (client_id);
