-- What each member has practised of a song: theirs alone.

CREATE TABLE practice (
  -- Given by the page, so that a run that is told twice is kept once.
  id uuid PRIMARY KEY,
  band uuid NOT NULL,
  arrangement uuid NOT NULL,
  member uuid NOT NULL REFERENCES member (id) ON DELETE CASCADE,
  at timestamptz NOT NULL DEFAULT now(),
  body jsonb NOT NULL CHECK (octet_length(body::text) <= 4000),
  FOREIGN KEY (arrangement, band) REFERENCES arrangement (id, band) ON DELETE CASCADE
);
CREATE INDEX practice_by_member ON practice (member, arrangement, at);
ALTER TABLE practice ENABLE ROW LEVEL SECURITY;
ALTER TABLE practice FORCE ROW LEVEL SECURITY;
GRANT SELECT, INSERT, DELETE ON practice TO ebrant_app;

CREATE POLICY own ON practice TO ebrant_app
  USING (member = current_member() AND band = ANY ((SELECT bands_to_read())::uuid[]))
  WITH CHECK (member = current_member() AND band = ANY ((SELECT bands_to_read())::uuid[]));

DO $$
BEGIN
  EXECUTE format('CREATE POLICY upkeep ON practice TO %I USING (is_upkeep()) WITH CHECK (is_upkeep())', current_user);
END $$;
