-- Where a client wants to be written to, by whose word and since when; and why the mail server does not know the address, where it said so.
CREATE TABLE mail_address (
    client_id TEXT PRIMARY KEY REFERENCES client (id),
    address TEXT NOT NULL,
    agreed_at TEXT NOT NULL,
    told_by TEXT NOT NULL,
    refused TEXT NOT NULL DEFAULT '',
    refused_at TEXT
) STRICT;

-- A try that was begun and of which nothing more is known when the program starts again: it may have arrived, and is not sent twice.
ALTER TABLE message ADD COLUMN begun_at TEXT;
