-- The fact that brought a dispensed unit onto a client's shelf: taking the one back brings the other back.
ALTER TABLE stock_move ADD COLUMN fact_id TEXT;

CREATE INDEX stock_by_fact ON stock_move (fact_id) WHERE fact_id IS NOT NULL;
