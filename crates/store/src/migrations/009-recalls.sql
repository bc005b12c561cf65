-- Recalls: jobs whose vehicles have to come back, why, and which did.
CREATE TABLE recall (
    id INTEGER PRIMARY KEY AUTOINCREMENT,
    name TEXT NOT NULL,
    why TEXT NOT NULL,
    made_at TEXT NOT NULL,
    made_by TEXT NOT NULL
) STRICT;

CREATE TABLE recall_job (
    recall_id INTEGER NOT NULL REFERENCES recall (id),
    job_id INTEGER NOT NULL REFERENCES job (id) ON DELETE CASCADE,
    -- None while the vehicle has not been seen to.
    done_at TEXT,
    done_by TEXT,
    note TEXT NOT NULL DEFAULT '',
    PRIMARY KEY (recall_id, job_id)
) STRICT, WITHOUT ROWID;
CREATE INDEX recall_of_job ON recall_job (job_id);
