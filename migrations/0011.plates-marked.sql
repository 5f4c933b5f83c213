-- Plates that are marked, at which revision of the job, by whom and when: what changes since is struck and added.
-- depends: 0010.live

-- Rows are only ever added: of a plate the last one counts. Without a revision it is not marked after all.
CREATE TABLE plate_marked (
    id          bigint      GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
    job_id      uuid        NOT NULL,
    crew_id     uuid        NOT NULL,
    wall        text        NOT NULL CHECK (length(wall) BETWEEN 1 AND 60),
    plate       text        NOT NULL CHECK (plate IN ('top', 'bottom')),
    revision    integer,
    account_id  uuid        NOT NULL,
    marked_at   timestamptz NOT NULL DEFAULT now(),
    FOREIGN KEY (job_id, crew_id) REFERENCES job (id, crew_id),
    FOREIGN KEY (job_id, revision) REFERENCES revision (job_id, number),
    FOREIGN KEY (account_id, crew_id) REFERENCES account (id, crew_id)
);

CREATE INDEX marked_of_job ON plate_marked (job_id, wall, plate, id DESC);

CREATE TRIGGER tell AFTER INSERT ON plate_marked FOR EACH ROW EXECUTE FUNCTION tell_of_job('marked');
