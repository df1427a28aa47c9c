-- Occasions wait to be published like everything else that is decided. Those that acted so far go on acting.
INSERT OR IGNORE INTO publication_fact (fact_id, publication_id)
SELECT f.id, (SELECT max(p.id) FROM publication p WHERE p.client_id = f.client_id) FROM fact f
WHERE f.kind = 'occasion' AND EXISTS (SELECT 1 FROM publication p WHERE p.client_id = f.client_id);
