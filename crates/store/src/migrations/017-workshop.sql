-- The workshop: bays, people with what they may do, hours, breaks, closed days, JSON.
CREATE TABLE workshop (
    id INTEGER PRIMARY KEY CHECK (id = 1),
    body TEXT NOT NULL
) STRICT;
