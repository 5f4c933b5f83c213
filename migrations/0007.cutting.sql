-- How a job is cut from boards: the boards as planned, the runs that looked for better ones, and what was cut.
-- depends: 0006.queue

-- `boards` are those of revision `revision` of the job. `version` counts every change of boards or ticks: who plans
-- boards anew keeps them only if nothing was cut meanwhile that they know nothing of.
CREATE TABLE cutting (
    job_id      uuid        PRIMARY KEY,
    crew_id     uuid        NOT NULL,
    boards      jsonb       NOT NULL DEFAULT '[]' CHECK (jsonb_typeof(boards) = 'array'),
    revision    integer     NOT NULL CHECK (revision >= 0),
    version     integer     NOT NULL DEFAULT 0 CHECK (version >= 0),
    planned_at  timestamptz NOT NULL DEFAULT now(),
    FOREIGN KEY (job_id, crew_id) REFERENCES job (id, crew_id)
);

CREATE TYPE run_state AS ENUM ('waiting', 'running', 'done', 'stopped', 'failed');

-- A search for better boards. `found` is the best so far: how many boards, what they count for, and what none count
-- for less than. `alive_at` is when whoever works on it last said so.
CREATE TABLE cutting_run (
    id          uuid        PRIMARY KEY,
    job_id      uuid        NOT NULL,
    crew_id     uuid        NOT NULL,
    account_id  uuid        NOT NULL,
    wanted      jsonb       NOT NULL CHECK (jsonb_typeof(wanted) = 'object'),
    state       run_state   NOT NULL DEFAULT 'waiting',
    is_stopped  boolean     NOT NULL DEFAULT false,
    found       jsonb       CHECK (jsonb_typeof(found) = 'object'),
    says        text,
    asked_at    timestamptz NOT NULL DEFAULT now(),
    alive_at    timestamptz NOT NULL DEFAULT now(),
    ended_at    timestamptz CHECK ((state IN ('done', 'stopped', 'failed')) = (ended_at IS NOT NULL)),
    FOREIGN KEY (job_id, crew_id) REFERENCES job (id, crew_id),
    FOREIGN KEY (account_id, crew_id) REFERENCES account (id, crew_id)
);

CREATE INDEX run_of_job ON cutting_run (job_id, asked_at DESC);
-- A job is planned by one at a time.
CREATE UNIQUE INDEX run_going_on ON cutting_run (job_id) WHERE state IN ('waiting', 'running');

-- What was cut, by whom and when. Rows are only ever added; one taken back says so.
CREATE TABLE piece_cut (
    id          bigint      GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
    job_id      uuid        NOT NULL,
    crew_id     uuid        NOT NULL,
    board       integer     NOT NULL CHECK (board > 0),
    name        text        NOT NULL,
    account_id  uuid        NOT NULL,
    cut_at      timestamptz NOT NULL DEFAULT now(),
    undone_by   uuid,
    undone_at   timestamptz CHECK ((undone_at IS NULL) = (undone_by IS NULL)),
    FOREIGN KEY (job_id, crew_id) REFERENCES job (id, crew_id),
    FOREIGN KEY (account_id, crew_id) REFERENCES account (id, crew_id),
    FOREIGN KEY (undone_by, crew_id) REFERENCES account (id, crew_id)
);

CREATE UNIQUE INDEX piece_cut_once ON piece_cut (job_id, board, name) WHERE undone_at IS NULL;
