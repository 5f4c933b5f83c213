-- What was cut off boards, kept as marks are: by a key made up on the phone, and of one piece the last one said counts.
-- depends: 0014.practice

-- A cut that is sent again under its key is kept once, also after somebody said that it was not cut; one that arrives
-- late has the time it was made at, and does not undo what was said after that.
CREATE TABLE cut_record (
    id          bigint      GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
    key         uuid        NOT NULL,
    job_id      uuid        NOT NULL,
    crew_id     uuid        NOT NULL,
    account_id  uuid        NOT NULL,
    board       integer     NOT NULL CHECK (board > 0),
    name        text        NOT NULL,
    is_cut      boolean     NOT NULL,
    -- By the phone's clock, set right by the server's.
    made_at     timestamptz NOT NULL,
    received_at timestamptz NOT NULL DEFAULT now(),
    UNIQUE (job_id, key),
    FOREIGN KEY (job_id, crew_id) REFERENCES job (id, crew_id),
    FOREIGN KEY (account_id, crew_id) REFERENCES account (id, crew_id)
);

CREATE INDEX cut_of_job ON cut_record (job_id, board, name, made_at, id);

INSERT INTO cut_record (key, job_id, crew_id, account_id, board, name, is_cut, made_at, received_at)
SELECT gen_random_uuid(), job_id, crew_id, by, board, name, is_cut, at, at
FROM (
    SELECT id, job_id, crew_id, account_id AS by, board, name, true AS is_cut, cut_at AS at FROM piece_cut
    UNION ALL
    SELECT id, job_id, crew_id, undone_by, board, name, false, undone_at FROM piece_cut WHERE undone_at IS NOT NULL
) AS said
ORDER BY id, is_cut DESC;

DROP TABLE piece_cut;

CREATE TRIGGER tell AFTER INSERT ON cut_record FOR EACH ROW EXECUTE FUNCTION tell_of_job('cutting');
