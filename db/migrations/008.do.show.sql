-- A set as it is being played: who conducts it from which device, and where it stands. One row a set;
-- what a show was like is not kept.

CREATE TABLE show (
  song_set uuid PRIMARY KEY,
  band uuid NOT NULL,
  conductor uuid NOT NULL REFERENCES member (id) ON DELETE CASCADE,
  device text NOT NULL CHECK (length(device) BETWEEN 1 AND 64),
  body jsonb NOT NULL CHECK (octet_length(body::text) <= 60000),
  -- When the conductor's device was heard last.
  heard_at timestamptz NOT NULL DEFAULT now(),
  FOREIGN KEY (song_set, band) REFERENCES song_set (id, band) ON DELETE CASCADE
);
CREATE INDEX show_by_band ON show (band);
ALTER TABLE show ENABLE ROW LEVEL SECURITY;
ALTER TABLE show FORCE ROW LEVEL SECURITY;
GRANT SELECT, INSERT, UPDATE, DELETE ON show TO ebrant_app;

-- Whoever may edit may conduct, in their own name.
CREATE POLICY members_read ON show FOR SELECT TO ebrant_app
  USING (band = ANY ((SELECT bands_to_read())::uuid[]));
CREATE POLICY editors_insert ON show FOR INSERT TO ebrant_app
  WITH CHECK (band = ANY ((SELECT bands_to_edit())::uuid[]) AND conductor = current_member());
CREATE POLICY editors_update ON show FOR UPDATE TO ebrant_app
  USING (band = ANY ((SELECT bands_to_edit())::uuid[]))
  WITH CHECK (band = ANY ((SELECT bands_to_edit())::uuid[]) AND conductor = current_member());
CREATE POLICY editors_delete ON show FOR DELETE TO ebrant_app
  USING (band = ANY ((SELECT bands_to_edit())::uuid[]));

DO $$
BEGIN
  EXECUTE format('CREATE POLICY upkeep ON show TO %I USING (is_upkeep()) WITH CHECK (is_upkeep())', current_user);
END $$;

CREATE FUNCTION tell_of_show() RETURNS trigger LANGUAGE plpgsql
SET search_path = pg_catalog, public, pg_temp AS $$
BEGIN
  PERFORM pg_notify('news', json_build_object('kind', 'show',
    'band', coalesce(NEW.band, OLD.band), 'set', coalesce(NEW.song_set, OLD.song_set))::text);
  RETURN NULL;
END $$;
CREATE TRIGGER show_is_told AFTER INSERT OR UPDATE OR DELETE ON show
  FOR EACH ROW EXECUTE FUNCTION tell_of_show();
