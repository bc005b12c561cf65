-- Jobs that somebody put aside, and jobs that were deleted and are kept for a while. RFC 3339.
ALTER TABLE job ADD COLUMN aside_at TEXT;
ALTER TABLE job ADD COLUMN deleted_at TEXT;
