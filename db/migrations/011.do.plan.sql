-- What a member practises away from any song, how they plan for a gig, and how far they say they are.

ALTER TABLE practice ALTER COLUMN arrangement DROP NOT NULL;
CREATE INDEX practice_by_band ON practice (member, band, at);

-- The days and minutes that a member has for a gig or rehearsal: theirs alone.
CREATE TABLE practice_plan (
  member uuid NOT NULL REFERENCES member (id) ON DELETE CASCADE,
  event uuid NOT NULL,
  band uuid NOT NULL,
  body jsonb NOT NULL CHECK (octet_length(body::text) <= 40000),
  PRIMARY KEY (member, event),
  FOREIGN KEY (event, band) REFERENCES event (id, band) ON DELETE CASCADE
);
ALTER TABLE practice_plan ENABLE ROW LEVEL SECURITY;
ALTER TABLE practice_plan FORCE ROW LEVEL SECURITY;
GRANT SELECT, INSERT, UPDATE, DELETE ON practice_plan TO ebrant_app;
CREATE POLICY own ON practice_plan TO ebrant_app
  USING (member = current_member() AND band = ANY ((SELECT bands_to_read())::uuid[]))
  WITH CHECK (member = current_member() AND band = ANY ((SELECT bands_to_read())::uuid[]));

-- How far a member says they are with each song of a gig, for the leaders of the band.
CREATE TABLE readiness (
  member uuid NOT NULL REFERENCES member (id) ON DELETE CASCADE,
  event uuid NOT NULL,
  band uuid NOT NULL,
  body jsonb NOT NULL CHECK (octet_length(body::text) <= 40000),
  told_at timestamptz NOT NULL DEFAULT now(),
  PRIMARY KEY (member, event),
  FOREIGN KEY (event, band) REFERENCES event (id, band) ON DELETE CASCADE
);
ALTER TABLE readiness ENABLE ROW LEVEL SECURITY;
ALTER TABLE readiness FORCE ROW LEVEL SECURITY;
GRANT SELECT, INSERT, UPDATE, DELETE ON readiness TO ebrant_app;
CREATE POLICY own ON readiness TO ebrant_app
  USING (member = current_member() AND band = ANY ((SELECT bands_to_read())::uuid[]))
  WITH CHECK (member = current_member() AND band = ANY ((SELECT bands_to_read())::uuid[]));
CREATE POLICY leaders_read ON readiness FOR SELECT TO ebrant_app
  USING (role_in(band) = 'leader');

DO $$
DECLARE name text;
BEGIN
  FOREACH name IN ARRAY ARRAY['practice_plan', 'readiness']
  LOOP
    EXECUTE format('CREATE POLICY upkeep ON %I TO %I USING (is_upkeep()) WITH CHECK (is_upkeep())', name, current_user);
  END LOOP;
END $$;
