-- What the page of films says of each without reading it, and films that were taken away and can still be brought back.
ALTER TABLE films ADD COLUMN removed TEXT;
ALTER TABLE films ADD COLUMN changed TEXT;
ALTER TABLE films ADD COLUMN shots INTEGER;
ALTER TABLE films ADD COLUMN frames INTEGER;
ALTER TABLE films ADD COLUMN rate REAL;
ALTER TABLE films ADD COLUMN width INTEGER;
ALTER TABLE films ADD COLUMN height INTEGER;
