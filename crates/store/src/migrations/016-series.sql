-- How much of a part comes in one pack, or is on one reel; none where it is bought one by one.
ALTER TABLE stock ADD COLUMN pack REAL;

-- What of the shelf is kept for the vehicles of a kit, in the unit of the parts list.
CREATE TABLE reservation (
    kit_id INTEGER NOT NULL REFERENCES kit (id),
    part TEXT NOT NULL,
    quantity REAL NOT NULL CHECK (quantity > 0),
    PRIMARY KEY (kit_id, part)
) STRICT, WITHOUT ROWID;
