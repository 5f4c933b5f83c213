-- A crew's named standards. A job that takes one keeps its own copy, so that changing or removing a standard here
-- changes no job that was framed by it.
-- depends: 0002.plan-pictures

CREATE TABLE crew_standard (
    crew_id     uuid        NOT NULL REFERENCES crew (id),
    name        text        NOT NULL CHECK (name = btrim(name) AND length(name) BETWEEN 1 AND 60),
    ways        jsonb       NOT NULL CHECK (jsonb_typeof(ways) = 'object'),
    changed_at  timestamptz NOT NULL DEFAULT now(),
    PRIMARY KEY (crew_id, name)
);
