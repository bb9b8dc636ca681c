-- What a song or set was at any moment: its log, with the document as it was every hundred revisions, so
-- that a moment is found by carrying out a hundred changes at most. What a member has seen of it, and
-- moments that have a name.
--
-- Whoever renames fields of documents in a later migration renames them here too.

-- The revision that the author of a change had seen: who wrote at the same time did not know of each other.
ALTER TABLE change ADD COLUMN base integer;

CREATE TABLE snapshot (
  document uuid NOT NULL,
  band uuid NOT NULL,
  revision integer NOT NULL,
  body jsonb NOT NULL,
  PRIMARY KEY (document, revision),
  FOREIGN KEY (document, band) REFERENCES document (id, band) ON DELETE CASCADE
);
GRANT SELECT ON snapshot TO ebrant_app;

CREATE FUNCTION keep_snapshot() RETURNS trigger LANGUAGE plpgsql SECURITY DEFINER
SET search_path = pg_catalog, public, pg_temp AS $$
BEGIN
  INSERT INTO snapshot (document, band, revision, body)
  VALUES (NEW.id, NEW.band, NEW.revision, NEW.body) ON CONFLICT DO NOTHING;
  RETURN NULL;
END $$;
CREATE TRIGGER first_snapshot AFTER INSERT ON document
  FOR EACH ROW WHEN (NEW.kind <> 'library') EXECUTE FUNCTION keep_snapshot();
CREATE TRIGGER later_snapshot AFTER UPDATE OF revision ON document
  FOR EACH ROW WHEN (NEW.kind <> 'library' AND NEW.revision / 100 > OLD.revision / 100)
  EXECUTE FUNCTION keep_snapshot();

-- A moment with a name: `as played on the quay`.
CREATE TABLE version (
  id uuid PRIMARY KEY DEFAULT gen_random_uuid(),
  document uuid NOT NULL,
  band uuid NOT NULL,
  revision integer NOT NULL CHECK (revision >= 0),
  name text NOT NULL CHECK (length(btrim(name)) BETWEEN 1 AND 120),
  made_by uuid REFERENCES member ON DELETE SET NULL,
  made_at timestamptz NOT NULL DEFAULT now(),
  FOREIGN KEY (document, band) REFERENCES document (id, band) ON DELETE CASCADE
);
CREATE INDEX version_by_document ON version (document, revision);
GRANT SELECT, INSERT, DELETE ON version TO ebrant_app;

-- Where a member has seen a song or set last.
CREATE TABLE seen (
  member uuid NOT NULL REFERENCES member ON DELETE CASCADE,
  document uuid NOT NULL,
  band uuid NOT NULL,
  revision integer NOT NULL CHECK (revision >= 0),
  at timestamptz NOT NULL DEFAULT now(),
  PRIMARY KEY (member, document),
  FOREIGN KEY (document, band) REFERENCES document (id, band) ON DELETE CASCADE
);
CREATE INDEX seen_by_document ON seen (document);
GRANT SELECT, INSERT, UPDATE, DELETE ON seen TO ebrant_app;

CREATE POLICY members_read ON snapshot FOR SELECT TO ebrant_app
  USING (band = ANY ((SELECT bands_to_read())::uuid[]));
CREATE POLICY members_read ON version FOR SELECT TO ebrant_app
  USING (band = ANY ((SELECT bands_to_read())::uuid[]));
CREATE POLICY editors_insert ON version FOR INSERT TO ebrant_app
  WITH CHECK (band = ANY ((SELECT bands_to_edit())::uuid[]) AND made_by = current_member());
CREATE POLICY editors_delete ON version FOR DELETE TO ebrant_app
  USING (band = ANY ((SELECT bands_to_edit())::uuid[]));
CREATE POLICY own ON seen TO ebrant_app
  USING (member = current_member() AND band = ANY ((SELECT bands_to_read())::uuid[]))
  WITH CHECK (member = current_member() AND band = ANY ((SELECT bands_to_read())::uuid[]));

-- Who is named in what was done in a band: those who gave a moment its name, too.
CREATE OR REPLACE FUNCTION names_in(asked uuid) RETURNS TABLE (id uuid, name text)
LANGUAGE sql STABLE SECURITY DEFINER SET search_path = pg_catalog, public, pg_temp AS $$
  SELECT member.id, member.name FROM member
  WHERE asked = ANY (bands_to_read()) AND member.id IN (
    SELECT author FROM change WHERE band = asked
    UNION SELECT made_by FROM version WHERE band = asked
    UNION SELECT actor FROM audit WHERE band = asked AND asked = ANY (bands_to_lead())
    UNION SELECT subject FROM audit WHERE band = asked AND asked = ANY (bands_to_lead()))
$$;

DO $$
DECLARE name text;
BEGIN
  FOREACH name IN ARRAY ARRAY['snapshot', 'version', 'seen']
  LOOP
    EXECUTE format('ALTER TABLE %I ENABLE ROW LEVEL SECURITY', name);
    EXECUTE format('ALTER TABLE %I FORCE ROW LEVEL SECURITY', name);
    EXECUTE format('CREATE POLICY upkeep ON %I TO %I USING (is_upkeep()) WITH CHECK (is_upkeep())', name, current_user);
  END LOOP;
  EXECUTE format('CREATE POLICY for_functions ON version FOR SELECT TO %I USING (true)', current_user);
  EXECUTE format('CREATE POLICY for_functions ON snapshot TO %I USING (true) WITH CHECK (true)', current_user);
END $$;
REVOKE EXECUTE ON FUNCTION keep_snapshot() FROM PUBLIC;

-- What there is already has its history from now on.
INSERT INTO snapshot (document, band, revision, body)
SELECT id, band, revision, body FROM document WHERE kind <> 'library';
