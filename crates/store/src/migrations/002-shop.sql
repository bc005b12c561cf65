-- The shop's own habits: what a new job starts with. One row, made when they are first set.
CREATE TABLE shop (
    id INTEGER PRIMARY KEY CHECK (id = 1),
    habits TEXT NOT NULL
) STRICT;
