-- Who works here, and the jobs they keep. A job belongs to a crew, a request to an account.
-- depends:

CREATE TABLE crew (
    id          uuid        PRIMARY KEY DEFAULT gen_random_uuid(),
    name        text        NOT NULL CHECK (length(trim(name)) BETWEEN 1 AND 120),
    created_at  timestamptz NOT NULL DEFAULT now()
);

CREATE TABLE account (
    id          uuid        PRIMARY KEY DEFAULT gen_random_uuid(),
    crew_id     uuid        NOT NULL REFERENCES crew,
    initials    text        NOT NULL CHECK (initials ~ '^[[:upper:]]{1,4}$'),
    created_at  timestamptz NOT NULL DEFAULT now(),
    UNIQUE (id, crew_id)
);

-- Only a hash of the token is kept: whoever reads the table cannot sign in with it.
CREATE TABLE session (
    token_hash  bytea       PRIMARY KEY CHECK (length(token_hash) = 32),
    account_id  uuid        NOT NULL REFERENCES account ON DELETE CASCADE,
    created_at  timestamptz NOT NULL DEFAULT now(),
    expires_at  timestamptz NOT NULL CHECK (expires_at > created_at)
);

-- `plan` is the job file of revision `revision`. `standing` is the revision whose own change made that
-- plan: it differs from `revision` after an undo. `redo` holds the revisions undone, last on top.
CREATE TABLE job (
    id          uuid        PRIMARY KEY,
    crew_id     uuid        NOT NULL REFERENCES crew,
    plan        jsonb       NOT NULL CHECK (plan ->> 'format' = 'bluff-job'),
    name        text        NOT NULL GENERATED ALWAYS AS (plan ->> 'name') STORED,
    revision    integer     NOT NULL DEFAULT 0 CHECK (revision >= 0),
    standing    integer     NOT NULL DEFAULT 0 CHECK (standing BETWEEN 0 AND revision),
    redo        integer[]   NOT NULL DEFAULT '{}',
    created_at  timestamptz NOT NULL DEFAULT now(),
    changed_at  timestamptz NOT NULL DEFAULT now(),
    removed_at  timestamptz,
    UNIQUE (id, crew_id)
);

CREATE INDEX job_of_crew ON job (crew_id, changed_at DESC) WHERE removed_at IS NULL;

CREATE TYPE change_kind AS ENUM ('start', 'edit', 'undo', 'redo');

-- Every change, with the plan it left. Rows are only ever added.
CREATE TABLE revision (
    job_id      uuid        NOT NULL,
    crew_id     uuid        NOT NULL,
    number      integer     NOT NULL CHECK (number >= 0),
    account_id  uuid        NOT NULL,
    made_at     timestamptz NOT NULL DEFAULT now(),
    kind        change_kind NOT NULL,
    edit        jsonb       CHECK ((kind = 'edit') = (edit IS NOT NULL)),
    made_on     integer     CHECK ((kind = 'edit') = (made_on IS NOT NULL) AND made_on < number),
    returns_to  integer     CHECK ((kind IN ('undo', 'redo')) = (returns_to IS NOT NULL) AND returns_to < number),
    plan        jsonb       NOT NULL,
    PRIMARY KEY (job_id, number),
    CHECK ((kind = 'start') = (number = 0)),
    FOREIGN KEY (job_id, crew_id) REFERENCES job (id, crew_id),
    -- Nobody can change another crew's job, whatever the code above believes.
    FOREIGN KEY (account_id, crew_id) REFERENCES account (id, crew_id),
    FOREIGN KEY (job_id, made_on) REFERENCES revision (job_id, number),
    FOREIGN KEY (job_id, returns_to) REFERENCES revision (job_id, number)
);
