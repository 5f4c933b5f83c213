-- What the list of jobs shows of each, so that it reads no plans. Every change writes it with the plan; NULL where a
-- plan was kept before this, until somebody asks for the list.
-- depends: 0003.crew-standards

ALTER TABLE job ADD COLUMN figures jsonb CHECK (jsonb_typeof(figures) = 'object');
ALTER TABLE revision ADD COLUMN figures jsonb CHECK (jsonb_typeof(figures) = 'object');
