-- Links to a job end by a date, and with whoever made them; a device that has signed in before is known.
-- depends: 0015.cuts-by-key

ALTER TABLE share ADD COLUMN expires_at timestamptz NOT NULL DEFAULT now() + interval '30 days';

-- A device somebody signed in on. Whoever guesses elsewhere does not keep its owner out.
CREATE TABLE known_device (
    token_hash  bytea       PRIMARY KEY CHECK (length(token_hash) = 32),
    account_id  uuid        NOT NULL REFERENCES account ON DELETE CASCADE,
    seen_at     timestamptz NOT NULL DEFAULT now()
);

CREATE INDEX device_of_account ON known_device (account_id);
