-- The boards a crew's yard has, as its new jobs take them; a job keeps its own copy.
-- depends: 0007.cutting

CREATE TABLE crew_stock (
    crew_id     uuid        PRIMARY KEY REFERENCES crew (id),
    stock       jsonb       NOT NULL CHECK (jsonb_typeof(stock) = 'object'),
    changed_at  timestamptz NOT NULL DEFAULT now()
);
