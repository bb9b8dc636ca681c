-- A link for a deputy: whoever holds it reads one set or song without an account, and nothing else of the
-- band. It is a principal of its own: a transaction says for which link it runs (setting ebrant.link), as
-- it says for which member.

CREATE TABLE deputy_link (
  id uuid PRIMARY KEY DEFAULT gen_random_uuid(),
  band uuid NOT NULL REFERENCES band ON DELETE CASCADE,
  -- The set, or the arrangement of a song.
  document uuid NOT NULL,
  token_hash bytea NOT NULL UNIQUE CHECK (length(token_hash) = 32),
  made_by uuid REFERENCES member ON DELETE SET NULL,
  made_at timestamptz NOT NULL DEFAULT now(),
  expires_at timestamptz NOT NULL,
  revoked_at timestamptz,
  -- How often it was opened and when last: no more is kept of whoever opens it.
  opened integer NOT NULL DEFAULT 0,
  opened_at timestamptz,
  FOREIGN KEY (document, band) REFERENCES document (id, band) ON DELETE CASCADE
);
CREATE INDEX deputy_link_by_document ON deputy_link (document);
GRANT SELECT (id, band, document, made_by, made_at, expires_at, revoked_at, opened, opened_at),
  INSERT (band, document, token_hash, made_by, expires_at), UPDATE (revoked_at) ON deputy_link TO ebrant_app;
ALTER TABLE deputy_link ENABLE ROW LEVEL SECURITY;
ALTER TABLE deputy_link FORCE ROW LEVEL SECURITY;
CREATE POLICY editors_read ON deputy_link FOR SELECT TO ebrant_app
  USING (band = ANY ((SELECT bands_to_edit())::uuid[]));
CREATE POLICY editors_insert ON deputy_link FOR INSERT TO ebrant_app
  WITH CHECK (band = ANY ((SELECT bands_to_edit())::uuid[]) AND made_by = current_member());
CREATE POLICY editors_update ON deputy_link FOR UPDATE TO ebrant_app
  USING (band = ANY ((SELECT bands_to_edit())::uuid[]))
  WITH CHECK (band = ANY ((SELECT bands_to_edit())::uuid[]));

CREATE FUNCTION current_link() RETURNS uuid LANGUAGE sql STABLE AS $$
  SELECT nullif(pg_catalog.current_setting('ebrant.link', true), '')::pg_catalog.uuid
$$;

-- A link that opens something: not taken back, not run out, and what it is for is there.
CREATE FUNCTION opens(link deputy_link) RETURNS boolean
LANGUAGE sql STABLE SECURITY DEFINER SET search_path = pg_catalog, public, pg_temp AS $$
  SELECT link.revoked_at IS NULL AND link.expires_at > now()
    AND EXISTS (SELECT FROM band WHERE id = link.band AND deleted_at IS NULL)
    AND NOT EXISTS (SELECT FROM song_set JOIN event ON event.id = song_set.event
                    WHERE song_set.id = link.document
                      AND (song_set.deleted_at IS NOT NULL OR event.deleted_at IS NOT NULL))
    AND NOT EXISTS (SELECT FROM arrangement JOIN song ON song.id = arrangement.song
                    WHERE arrangement.id = link.document
                      AND (arrangement.deleted_at IS NOT NULL OR song.deleted_at IS NOT NULL))
$$;

-- What the link of a transaction shows: its set with the songs in it, or its song.
CREATE FUNCTION documents_by_link() RETURNS uuid[]
LANGUAGE sql STABLE SECURITY DEFINER SET search_path = pg_catalog, public, pg_temp AS $$
  SELECT coalesce(array_agg(shown.document), '{}') FROM deputy_link, LATERAL (
    SELECT deputy_link.document
    UNION SELECT arrangement FROM set_item WHERE song_set = deputy_link.document) AS shown (document)
  WHERE deputy_link.id = current_link() AND opens(deputy_link)
$$;
CREATE FUNCTION band_by_link() RETURNS uuid
LANGUAGE sql STABLE SECURITY DEFINER SET search_path = pg_catalog, public, pg_temp AS $$
  SELECT band FROM deputy_link WHERE id = current_link() AND opens(deputy_link)
$$;
CREATE FUNCTION songs_by_link() RETURNS uuid[]
LANGUAGE sql STABLE SECURITY DEFINER SET search_path = pg_catalog, public, pg_temp AS $$
  SELECT coalesce(array_agg(song), '{}') FROM arrangement WHERE id = ANY (documents_by_link())
$$;
CREATE FUNCTION events_by_link() RETURNS uuid[]
LANGUAGE sql STABLE SECURITY DEFINER SET search_path = pg_catalog, public, pg_temp AS $$
  SELECT coalesce(array_agg(event), '{}') FROM song_set WHERE id = ANY (documents_by_link())
$$;
-- What the band says of its click, and no more of its library.
CREATE FUNCTION click_by_link() RETURNS jsonb
LANGUAGE sql STABLE SECURITY DEFINER SET search_path = pg_catalog, public, pg_temp AS $$
  SELECT body -> 'click' FROM library JOIN document USING (id) WHERE library.band = band_by_link()
$$;

CREATE POLICY links_read ON document FOR SELECT TO ebrant_app
  USING (id = ANY ((SELECT documents_by_link())::uuid[]));
CREATE POLICY links_read ON arrangement FOR SELECT TO ebrant_app
  USING (id = ANY ((SELECT documents_by_link())::uuid[]));
CREATE POLICY links_read ON song_set FOR SELECT TO ebrant_app
  USING (id = ANY ((SELECT documents_by_link())::uuid[]));
CREATE POLICY links_read ON set_item FOR SELECT TO ebrant_app
  USING (song_set = ANY ((SELECT documents_by_link())::uuid[]));
CREATE POLICY links_read ON song FOR SELECT TO ebrant_app
  USING (id = ANY ((SELECT songs_by_link())::uuid[]));
CREATE POLICY links_read ON event FOR SELECT TO ebrant_app
  USING (id = ANY ((SELECT events_by_link())::uuid[]));
CREATE POLICY links_read ON band FOR SELECT TO ebrant_app USING (id = (SELECT band_by_link()));

-- Which link a token is of. What it shows is then asked as that link.
CREATE FUNCTION link_of(hash bytea) RETURNS TABLE (id uuid, document uuid, expires_at timestamptz)
LANGUAGE sql STABLE SECURITY DEFINER SET search_path = pg_catalog, public, pg_temp AS $$
  SELECT id, document, expires_at FROM deputy_link
  WHERE token_hash = hash AND revoked_at IS NULL AND deputy_link.expires_at > now()
$$;
CREATE FUNCTION link_is_opened(hash bytea) RETURNS void
LANGUAGE sql SECURITY DEFINER SET search_path = pg_catalog, public, pg_temp AS $$
  UPDATE deputy_link SET opened = opened + 1, opened_at = now() WHERE token_hash = hash
$$;

CREATE FUNCTION audit_link() RETURNS trigger LANGUAGE plpgsql SECURITY DEFINER
SET search_path = pg_catalog, public, pg_temp AS $$
DECLARE called text;
BEGIN
  PERFORM set_config('ebrant.upkeep', 'on', true);
  called := coalesce(
    (SELECT title FROM song JOIN arrangement ON arrangement.song = song.id WHERE arrangement.id = NEW.document),
    (SELECT body -> 'heading' ->> 'title' FROM document WHERE id = NEW.document));
  PERFORM set_config('ebrant.upkeep', '', true);
  IF TG_OP = 'INSERT' THEN
    INSERT INTO audit (band, actor, what, detail)
    VALUES (NEW.band, current_member(), 'deputy link', jsonb_build_object('to', called));
  ELSIF OLD.revoked_at IS NULL AND NEW.revoked_at IS NOT NULL THEN
    INSERT INTO audit (band, actor, what, detail)
    VALUES (NEW.band, current_member(), 'deputy link revoked', jsonb_build_object('to', called));
  END IF;
  RETURN NULL;
END $$;
CREATE TRIGGER audited AFTER INSERT OR UPDATE OF revoked_at ON deputy_link
  FOR EACH ROW EXECUTE FUNCTION audit_link();

DO $$
DECLARE name text;
BEGIN
  EXECUTE format('CREATE POLICY for_functions ON deputy_link TO %I USING (true) WITH CHECK (true)', current_user);
  FOREACH name IN ARRAY ARRAY['document', 'arrangement', 'song', 'song_set', 'set_item', 'library']
  LOOP
    -- Only on behalf of a link: else the owner goes on seeing no row.
    EXECUTE format('CREATE POLICY for_links ON %I FOR SELECT TO %I USING (current_link() IS NOT NULL)', name, current_user);
  END LOOP;
END $$;
REVOKE EXECUTE ON ALL FUNCTIONS IN SCHEMA public FROM PUBLIC;
GRANT EXECUTE ON FUNCTION current_link(), opens(deputy_link), documents_by_link(), band_by_link(),
  songs_by_link(), events_by_link(), click_by_link(), link_of(bytea), link_is_opened(bytea) TO ebrant_app;
