-- Who looks at which job, and word of every change to whoever does: each server listens on one channel.
-- depends: 0009.people

-- One row for every page that is open on a job. Nothing of it matters after a crash.
CREATE UNLOGGED TABLE presence (
    id          uuid        PRIMARY KEY,
    job_id      uuid        NOT NULL REFERENCES job ON DELETE CASCADE,
    account_id  uuid        NOT NULL REFERENCES account ON DELETE CASCADE,
    is_guest    boolean     NOT NULL,
    seen_at     timestamptz NOT NULL DEFAULT now()
);

CREATE INDEX presence_on_job ON presence (job_id, seen_at);

CREATE FUNCTION tell_of_job() RETURNS trigger LANGUAGE plpgsql AS $$
DECLARE
    changed record := CASE TG_OP WHEN 'DELETE' THEN OLD ELSE NEW END;
BEGIN
    PERFORM pg_notify('job', changed.job_id || ' ' || TG_ARGV[0]);
    RETURN NULL;
END
$$;

CREATE TRIGGER tell AFTER INSERT ON revision FOR EACH ROW EXECUTE FUNCTION tell_of_job('plan');
CREATE TRIGGER tell AFTER INSERT OR UPDATE ON cutting FOR EACH ROW EXECUTE FUNCTION tell_of_job('cutting');
CREATE TRIGGER tell AFTER INSERT OR UPDATE ON piece_cut FOR EACH ROW EXECUTE FUNCTION tell_of_job('cutting');
CREATE TRIGGER tell AFTER INSERT ON cutting_run FOR EACH ROW EXECUTE FUNCTION tell_of_job('cutting');
CREATE TRIGGER tell AFTER INSERT OR DELETE ON presence FOR EACH ROW EXECUTE FUNCTION tell_of_job('people');
