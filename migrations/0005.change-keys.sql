-- A change has a key that whoever asks for it makes up: asked for again, because its answer was lost, it is made once.
-- depends: 0004.job-figures

ALTER TABLE revision ADD COLUMN key uuid;
CREATE UNIQUE INDEX change_of_job ON revision (job_id, key) WHERE key IS NOT NULL;
