-- The link by which the owner of a vehicle reads its page: whoever has it may, so it cannot be guessed, ends, and can be
-- taken back.
CREATE TABLE owner_link (
    job_id INTEGER PRIMARY KEY REFERENCES job (id) ON DELETE CASCADE,
    token TEXT NOT NULL UNIQUE,
    made_at TEXT NOT NULL,
    made_by TEXT NOT NULL,
    until TEXT NOT NULL
) STRICT;
