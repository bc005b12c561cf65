-- What held and price are counted in; empty where that is the unit of the parts list: pieces, or metres.
ALTER TABLE stock ADD COLUMN unit TEXT NOT NULL DEFAULT '';
