-- Kits: one plan for many vehicles. Each issue stays as it went out; jobs say which they follow.
CREATE TABLE kit (
    id INTEGER PRIMARY KEY AUTOINCREMENT,
    name TEXT NOT NULL,
    -- The job that is the pattern of the next issue.
    pattern_job INTEGER NOT NULL,
    -- What may differ without a reason, JSON.
    may_differ TEXT NOT NULL
) STRICT;

CREATE TABLE kit_issue (
    kit_id INTEGER NOT NULL REFERENCES kit (id),
    issue INTEGER NOT NULL CHECK (issue >= 1),
    body TEXT NOT NULL,
    issued_at TEXT NOT NULL,
    issued_by TEXT NOT NULL,
    PRIMARY KEY (kit_id, issue)
) STRICT, WITHOUT ROWID;

CREATE TRIGGER kit_issue_stays BEFORE UPDATE ON kit_issue
BEGIN
    SELECT RAISE(ABORT, 'an issue of a kit stays as it went out');
END;

-- The kit that the newest revision of a job follows.
ALTER TABLE job ADD COLUMN kit_id INTEGER REFERENCES kit (id);
CREATE INDEX job_of_kit ON job (kit_id);
