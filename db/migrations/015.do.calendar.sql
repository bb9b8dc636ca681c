-- Where a song that was copied from another band came from; and the calendar of a band’s gigs and
-- rehearsals, which each member’s own calendar reads by a secret address.

ALTER TABLE song ADD COLUMN came_from text CHECK (length(came_from) <= 200);

-- One address for each member of each band; it ends with the membership, and a new one ends the old.
CREATE TABLE calendar_feed (
  band uuid NOT NULL,
  member uuid NOT NULL,
  token_hash bytea NOT NULL UNIQUE CHECK (length(token_hash) = 32),
  made_at timestamptz NOT NULL DEFAULT now(),
  PRIMARY KEY (band, member),
  FOREIGN KEY (band, member) REFERENCES membership (band, member) ON DELETE CASCADE
);
GRANT SELECT (band, member, made_at), INSERT, UPDATE (token_hash, made_at), DELETE ON calendar_feed TO ebrant_app;
ALTER TABLE calendar_feed ENABLE ROW LEVEL SECURITY;
ALTER TABLE calendar_feed FORCE ROW LEVEL SECURITY;
CREATE POLICY own ON calendar_feed TO ebrant_app
  USING (member = current_member() AND band = ANY ((SELECT bands_to_read())::uuid[]))
  WITH CHECK (member = current_member() AND band = ANY ((SELECT bands_to_read())::uuid[]));

-- Whose calendar an address shows.
CREATE FUNCTION calendar_of(hash bytea) RETURNS TABLE (member uuid, band uuid)
LANGUAGE sql STABLE SECURITY DEFINER SET search_path = pg_catalog, public, pg_temp AS $$
  SELECT member, band FROM calendar_feed WHERE token_hash = hash
$$;
DO $$
BEGIN
  EXECUTE format('CREATE POLICY for_functions ON calendar_feed FOR SELECT TO %I USING (true)', current_user);
  EXECUTE format('CREATE POLICY upkeep ON calendar_feed TO %I USING (is_upkeep()) WITH CHECK (is_upkeep())', current_user);
END $$;
REVOKE EXECUTE ON FUNCTION calendar_of(bytea) FROM PUBLIC;
GRANT EXECUTE ON FUNCTION calendar_of(bytea) TO ebrant_app;
