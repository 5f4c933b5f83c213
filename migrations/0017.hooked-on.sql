-- The end the tape was hooked on when a mark was written: what is struck later is read from there.
-- depends: 0016.links-end-devices

-- None where nobody said, as of a plate that is marked as a whole: from the end the wall's layout is pulled from.
ALTER TABLE site_record ADD COLUMN hook text CHECK (hook IS NULL OR (kind = 'mark' AND hook IN ('start', 'end')));
