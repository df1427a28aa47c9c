-- When a phone was last seen, and when it was shut out by itself.
ALTER TABLE device ADD COLUMN last_seen_at TEXT;
ALTER TABLE device ADD COLUMN closed_at TEXT;

-- How many phones a link lets in; more only where somebody allowed it.
ALTER TABLE link ADD COLUMN phones INTEGER NOT NULL DEFAULT 1;

-- Links of before let in any number; those that are in stay in.
UPDATE link SET phones = max(1, (SELECT count(*) FROM device WHERE link_id = link.id));
