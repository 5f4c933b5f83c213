-- People are people where earlier versions said hands: in a crew's day, in entries, and in a step of raising. A revision
-- is restored and a standard applied, where a change of before said bring back and take.
-- depends: 0019.language

ALTER TABLE site_record RENAME COLUMN hands TO people;
UPDATE site_record SET about = 'raise/people' WHERE about = 'raise/hands';

-- In the text of JSON a key is followed by a colon, and a quote in a value is escaped: what somebody typed stays.
CREATE FUNCTION plain_words(data jsonb) RETURNS jsonb LANGUAGE sql IMMUTABLE AS $$
    SELECT replace(replace(replace(replace(data::text,
        '"hands": ', '"people": '),
        '"way": "day.hands"', '"way": "day.people"'),
        '"edit": "bring-back"', '"edit": "restore-revision"'),
        '"edit": "take-standard"', '"edit": "apply-standard"')::jsonb
$$;

UPDATE job SET plan = plain_words(plan);
UPDATE revision SET plan = plain_words(plan), edit = plain_words(edit);
UPDATE crew_standard SET ways = plain_words(ways);
UPDATE practice_class SET ways = plain_words(ways);

DROP FUNCTION plain_words;
