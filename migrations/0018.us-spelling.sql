-- Jobs, changes and standards say center where earlier versions said centre; job files become version 2.
-- depends: 0017.hooked-on

-- In the text of JSON a key is followed by a colon, and a quote in a value is escaped: what is found here is a key, or
-- the value of a key that names a line or a face of a wall, or a place. What somebody typed is never changed.
CREATE FUNCTION us_spelling(data jsonb) RETURNS jsonb LANGUAGE sql IMMUTABLE AS $$
    SELECT regexp_replace(
        regexp_replace(
            replace(data::text, '"centre": ', '"center": '),
            '"(line|face|side)": "centre"', '"\1": "center"', 'g'
        ),
        '"(at|ridge)": "centred"', '"\1": "centered"', 'g'
    )::jsonb
$$;

UPDATE job SET plan = jsonb_set(us_spelling(plan), '{version}', '2');
UPDATE revision SET plan = jsonb_set(us_spelling(plan), '{version}', '2'), edit = us_spelling(edit);
UPDATE crew_standard SET ways = us_spelling(ways);
UPDATE practice_class SET ways = us_spelling(ways);
UPDATE practice_result SET kinds = array_replace(kinds, 'centre-or-edge', 'center-or-edge');

DROP FUNCTION us_spelling;
