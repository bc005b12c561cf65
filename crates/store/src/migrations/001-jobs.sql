CREATE TABLE job (
    id INTEGER PRIMARY KEY AUTOINCREMENT,
    head INTEGER NOT NULL,
    created_at TEXT NOT NULL
) STRICT;

CREATE TABLE revision (
    job_id INTEGER NOT NULL REFERENCES job (id),
    rev INTEGER NOT NULL CHECK (rev >= 1),
    body TEXT NOT NULL,
    saved_at TEXT NOT NULL,
    saved_by TEXT NOT NULL,
    -- The revision that undo goes back to, and the one that redo goes forward to.
    undo_to INTEGER,
    redo_to INTEGER,
    PRIMARY KEY (job_id, rev)
) STRICT, WITHOUT ROWID;
