-- What happens on the site: marks written, work ticked off, readings, notes. Said by whom, when, and of which piece.
-- depends: 0011.plates-marked

-- Rows are only ever added, and none is rewritten by a change of plan: of one thing the last one said counts.
CREATE TABLE site_record (
    id          bigint      GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
    -- Made up on the phone, so that what is sent twice is kept once.
    key         uuid        NOT NULL,
    job_id      uuid        NOT NULL,
    crew_id     uuid        NOT NULL,
    account_id  uuid        NOT NULL,
    kind        text        NOT NULL CHECK (kind IN ('mark', 'tick', 'reading', 'note')),
    -- None where it is about the whole job.
    wall        text        CHECK (length(wall) BETWEEN 1 AND 60),
    -- The mark, the step, the check or the piece it is about; none of a plate as a whole.
    about       text        CHECK (length(about) BETWEEN 1 AND 200),
    plate       text        CHECK (plate IN ('top', 'bottom')),
    -- The job as whoever wrote the mark saw it.
    revision    integer,
    is_done     boolean,
    measure     text        CHECK (length(measure) BETWEEN 1 AND 60),
    value       integer,
    read_by     text        CHECK (read_by IN ('hand', 'tape')),
    words       text        CHECK (length(words) BETWEEN 1 AND 2000),
    -- By the phone's clock, set right by the server's.
    made_at     timestamptz NOT NULL,
    received_at timestamptz NOT NULL DEFAULT now(),
    UNIQUE (job_id, key),
    FOREIGN KEY (job_id, crew_id) REFERENCES job (id, crew_id),
    FOREIGN KEY (job_id, revision) REFERENCES revision (job_id, number),
    FOREIGN KEY (account_id, crew_id) REFERENCES account (id, crew_id),
    -- A mark is struck by the revision it was written by; a plate as a whole is not marked after all by none.
    CHECK (kind <> 'mark' OR (
        num_nulls(wall, plate, is_done) = 0 AND (revision IS NOT NULL) = (about IS NOT NULL OR is_done)
    )),
    CHECK (kind <> 'tick' OR (about IS NOT NULL AND is_done IS NOT NULL)),
    CHECK (kind <> 'reading' OR (wall IS NOT NULL AND num_nulls(about, measure, value, read_by) = 0)),
    CHECK (kind <> 'note' OR words IS NOT NULL)
);

-- Photographs of the site, small and without where or by what they were taken; each goes with what was said under its
-- key, whichever of the two is there first.
CREATE TABLE site_picture (
    job_id      uuid        NOT NULL,
    crew_id     uuid        NOT NULL,
    key         uuid        NOT NULL,
    account_id  uuid        NOT NULL,
    jpeg        bytea       NOT NULL CHECK (length(jpeg) <= 4 * 1024 * 1024),
    received_at timestamptz NOT NULL DEFAULT now(),
    PRIMARY KEY (job_id, key),
    FOREIGN KEY (job_id, crew_id) REFERENCES job (id, crew_id),
    FOREIGN KEY (account_id, crew_id) REFERENCES account (id, crew_id)
);

CREATE INDEX site_of_job ON site_record (job_id, kind, wall, made_at, id);

INSERT INTO site_record (key, job_id, crew_id, account_id, kind, wall, plate, revision, is_done, made_at, received_at)
SELECT gen_random_uuid(), job_id, crew_id, account_id, 'mark', wall, plate, revision, revision IS NOT NULL, marked_at,
       marked_at
FROM plate_marked ORDER BY id;

DROP TABLE plate_marked;

CREATE TRIGGER tell AFTER INSERT ON site_record FOR EACH ROW EXECUTE FUNCTION tell_of_job('site');
