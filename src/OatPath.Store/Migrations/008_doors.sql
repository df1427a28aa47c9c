-- When a phone was last seen, and when it was shut out by itself.
ALTER TABLE device ADD COLUMN last_seen_at TEXT;
ALTER TABLE device ADD COLUMN closed_at TEXT;
ALTER TABLE device ADD COLUMN named TEXT NOT NULL DEFAULT '';

-- How many phones a link lets in; more only where somebody allowed it.
ALTER TABLE link ADD COLUMN phones INTEGER NOT NULL DEFAULT 1;
