CREATE TABLE stock_move (
    id INTEGER PRIMARY KEY,
    product_id TEXT NOT NULL REFERENCES product (id),
    batch TEXT NOT NULL,
    units INTEGER NOT NULL CHECK (units <> 0),
    kind TEXT NOT NULL CHECK (kind IN ('in', 'dispensed', 'count', 'back')),
    client_id TEXT REFERENCES client (id),
    undoes INTEGER UNIQUE REFERENCES stock_move (id),
    moved_at TEXT NOT NULL,
    moved_by TEXT NOT NULL
) STRICT;

CREATE INDEX stock_by_product ON stock_move (product_id, batch);

CREATE TABLE stock_mark (
    product_id TEXT PRIMARY KEY REFERENCES product (id),
    low INTEGER NOT NULL CHECK (low > 0)
) STRICT;

CREATE TABLE shelf_import (
    id TEXT PRIMARY KEY,
    file_name TEXT NOT NULL,
    content TEXT NOT NULL,
    state TEXT NOT NULL CHECK (state IN ('waiting', 'applied', 'undone')),
    before TEXT NOT NULL DEFAULT '[]',
    made_at TEXT NOT NULL,
    made_by TEXT NOT NULL
) STRICT;
