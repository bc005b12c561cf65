-- The people of the workshop, what they may do, and how they come in. Of whatever opens a door only the hash is kept.
CREATE TABLE person (
    id INTEGER PRIMARY KEY AUTOINCREMENT,
    -- As it stands in the history.
    name TEXT NOT NULL,
    name_key TEXT NOT NULL UNIQUE,
    role TEXT NOT NULL CHECK (role IN ('apprentice', 'fitter', 'planner', 'lead')),
    -- argon2id in its PHC form; none until the invitation was taken.
    password TEXT,
    -- None while the account is open.
    closed_at TEXT
) STRICT;

-- A link that works once: to set the first password, or a new one.
CREATE TABLE invitation (
    token_hash TEXT PRIMARY KEY,
    -- None for the first lead of a shop, who says the name.
    person_id INTEGER REFERENCES person (id),
    until TEXT NOT NULL
) STRICT, WITHOUT ROWID;

CREATE TABLE session (
    token_hash TEXT PRIMARY KEY,
    person_id INTEGER NOT NULL REFERENCES person (id),
    until TEXT NOT NULL
) STRICT, WITHOUT ROWID;
CREATE INDEX session_of_person ON session (person_id);
