-- Who is in a crew and what they may do there; how they sign in; links that let one in, or let look at one job.
-- depends: 0008.crew-stock

CREATE TYPE role AS ENUM ('lead', 'framer', 'viewer');

-- `password` is a hash; without one an account is entered by a link alone. Whoever left stays, for what they did.
ALTER TABLE account
    ADD COLUMN name     text,
    ADD COLUMN role     role NOT NULL DEFAULT 'lead',
    ADD COLUMN password text,
    ADD COLUMN left_at  timestamptz;

UPDATE account SET name = numbered.name
FROM (
    SELECT id, 'lead' || CASE place WHEN 1 THEN '' ELSE ' ' || place END AS name
    FROM (SELECT id, row_number() OVER (ORDER BY created_at, id) AS place FROM account) AS placed
) AS numbered
WHERE numbered.id = account.id;

ALTER TABLE account
    ALTER COLUMN name SET NOT NULL,
    ADD CHECK (name = trim(name) AND length(name) BETWEEN 1 AND 60);

-- Signed in by, so nobody else's, however it is written.
CREATE UNIQUE INDEX account_name ON account (lower(name)) WHERE left_at IS NULL;

-- Lets whoever opens it in, once.
CREATE TABLE sign_in_link (
    token_hash  bytea       PRIMARY KEY CHECK (length(token_hash) = 32),
    account_id  uuid        NOT NULL REFERENCES account ON DELETE CASCADE,
    created_at  timestamptz NOT NULL DEFAULT now(),
    expires_at  timestamptz NOT NULL CHECK (expires_at > created_at)
);

-- Lets whoever has it look at one job, until somebody ends it.
CREATE TABLE share (
    id          uuid        PRIMARY KEY DEFAULT gen_random_uuid(),
    token_hash  bytea       NOT NULL UNIQUE CHECK (length(token_hash) = 32),
    job_id      uuid        NOT NULL,
    crew_id     uuid        NOT NULL,
    wall        text        CHECK (length(wall) BETWEEN 1 AND 60),
    account_id  uuid        NOT NULL,
    created_at  timestamptz NOT NULL DEFAULT now(),
    ended_at    timestamptz,
    FOREIGN KEY (job_id, crew_id) REFERENCES job (id, crew_id) ON DELETE CASCADE,
    FOREIGN KEY (account_id, crew_id) REFERENCES account (id, crew_id)
);

CREATE INDEX share_of_job ON share (job_id) WHERE ended_at IS NULL;

-- A session is somebody's, or that of a guest who has a link. `by_link` may choose a password without the old one.
ALTER TABLE session
    ALTER COLUMN account_id DROP NOT NULL,
    ADD COLUMN share_id uuid REFERENCES share ON DELETE CASCADE,
    ADD COLUMN by_link  boolean NOT NULL DEFAULT false,
    ADD COLUMN seen_at  timestamptz NOT NULL DEFAULT now(),
    ADD CHECK ((account_id IS NULL) <> (share_id IS NULL));

-- Sign-ins that failed, by name and by address, so that whoever guesses has to wait.
CREATE TABLE failed_sign_in (
    who         text        NOT NULL,
    at          timestamptz NOT NULL DEFAULT now()
);

CREATE INDEX failed_by_whom ON failed_sign_in (who, at);
