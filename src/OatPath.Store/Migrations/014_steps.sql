-- What was saved together is one step: it is undone, shown and counted as one. So far equal times had to tell.
DROP TRIGGER fact_is_never_changed;

ALTER TABLE fact ADD COLUMN step_id TEXT NOT NULL DEFAULT '';

UPDATE fact SET step_id = old.step_id
FROM (
    SELECT seq, first_value(id) OVER (
        PARTITION BY client_id, recorded_at, recorded_by,
            CASE WHEN kind IN ('shelf', 'shelf-removed', 'decision') THEN 'shelf' WHEN kind IN ('retract', 'treatment', 'visit') THEN kind ELSE id END
        ORDER BY seq) AS step_id
    FROM fact
) old
WHERE old.seq = fact.seq;

CREATE TRIGGER fact_is_never_changed BEFORE UPDATE ON fact
BEGIN
    SELECT RAISE(ABORT, 'facts are append-only');
END;
