-- The language somebody reads; without one their browser's.
-- depends: 0018.us-spelling

ALTER TABLE account ADD COLUMN language text CHECK (length(language) BETWEEN 2 AND 20);
