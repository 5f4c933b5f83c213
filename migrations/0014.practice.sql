-- Exercises somebody did, classes that do them by a link, questions that come back until they are known; and who is
-- still led through a first wall.
-- depends: 0013.begun

-- `ways` and `exercises` as they were when the class was made: everybody in it has the same walls.
CREATE TABLE practice_class (
    id          uuid        PRIMARY KEY DEFAULT gen_random_uuid(),
    token_hash  bytea       NOT NULL UNIQUE CHECK (length(token_hash) = 32),
    crew_id     uuid        NOT NULL,
    account_id  uuid        NOT NULL,
    name        text        NOT NULL CHECK (name = trim(name) AND length(name) BETWEEN 1 AND 80),
    ways        jsonb       NOT NULL,
    exercises   jsonb       NOT NULL,
    created_at  timestamptz NOT NULL DEFAULT now(),
    ended_at    timestamptz,
    FOREIGN KEY (account_id, crew_id) REFERENCES account (id, crew_id)
);

CREATE INDEX practice_class_of_crew ON practice_class (crew_id, created_at DESC);

-- Of somebody in the crew, or of a pupil of a class, who is nobody but a name there. A result is never changed.
CREATE TABLE practice_result (
    id          uuid        PRIMARY KEY DEFAULT gen_random_uuid(),
    account_id  uuid        REFERENCES account ON DELETE CASCADE,
    class_id    uuid        REFERENCES practice_class ON DELETE CASCADE,
    pupil       text        CHECK (pupil = trim(pupil) AND length(pupil) BETWEEN 1 AND 60),
    level       text,
    seed        integer,
    place       smallint,
    wanted      integer     NOT NULL CHECK (wanted >= 0),
    there       integer     NOT NULL CHECK (there BETWEEN 0 AND wanted),
    wrong       integer     NOT NULL CHECK (wrong >= 0),
    kinds       text[]      NOT NULL,
    seconds     integer     NOT NULL CHECK (seconds >= 0),
    hints       integer     NOT NULL CHECK (hints >= 0),
    made_at     timestamptz NOT NULL DEFAULT now(),
    CHECK (num_nonnulls(account_id, class_id) = 1),
    CHECK ((class_id IS NULL) = (pupil IS NULL)),
    CHECK ((class_id IS NULL) = (place IS NULL))
);

CREATE INDEX practice_result_of_account ON practice_result (account_id, made_at) WHERE account_id IS NOT NULL;
CREATE INDEX practice_result_of_class ON practice_result (class_id, made_at) WHERE class_id IS NOT NULL;

-- How well somebody knows the answers to one kind of question: in which box it lies, and when it is asked again.
CREATE TABLE practice_card (
    account_id  uuid        NOT NULL REFERENCES account ON DELETE CASCADE,
    topic       text        NOT NULL CHECK (length(topic) BETWEEN 1 AND 60),
    box         smallint    NOT NULL CHECK (box BETWEEN 0 AND 5),
    due_at      timestamptz NOT NULL,
    asked       integer     NOT NULL CHECK (asked > 0),
    known       integer     NOT NULL CHECK (known BETWEEN 0 AND asked),
    PRIMARY KEY (account_id, topic)
);

-- When somebody was through their first wall, or skipped it. Whoever is here already needs no leading.
ALTER TABLE account ADD COLUMN led_at timestamptz;

UPDATE account SET led_at = now();
