-- Pictures of plans that lie under a job's walls. Where one lies is part of the job and is undone with it; the
-- picture itself stays, so that an undo finds it again.
-- depends: 0001.crews-accounts-jobs

CREATE TABLE plan_picture (
    job_id      uuid        NOT NULL,
    crew_id     uuid        NOT NULL,
    image       text        NOT NULL CHECK (image ~ '^[0-9a-f]{32}$'),
    png         bytea       NOT NULL CHECK (length(png) <= 32 * 1024 * 1024),
    added_at    timestamptz NOT NULL DEFAULT now(),
    PRIMARY KEY (job_id, image),
    FOREIGN KEY (job_id, crew_id) REFERENCES job (id, crew_id)
);
