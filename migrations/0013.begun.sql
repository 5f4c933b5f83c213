-- How many do some work, said when it is begun, so that what it takes them can be told from how long it took.
-- depends: 0012.site

ALTER TABLE site_record ADD COLUMN hands smallint CHECK (hands IS NULL OR (kind = 'tick' AND hands BETWEEN 1 AND 12));
