-- What the database promises by itself, whatever the application forgets; and one stream of news.
--
-- Tables and functions belong to ebrant_owner, which is no superuser and, by FORCE ROW LEVEL SECURITY,
-- sees no row unless a policy says so. Two policies do: its functions read what they are there for,
-- and upkeep (migrations, the demo) reads and writes all once it has said that it is upkeep.

-- A temporary table of the caller's must never stand in for one of ours: pg_temp comes last.
ALTER FUNCTION role_in(uuid) SET search_path = pg_catalog, public, pg_temp;
ALTER FUNCTION open_book() SET search_path = pg_catalog, public, pg_temp;

-- Which roles change things: said here and nowhere else.
CREATE FUNCTION edits(role band_role) RETURNS boolean LANGUAGE sql IMMUTABLE AS $$
  SELECT coalesce(role::pg_catalog.text IN ('leader', 'drummer'), false)
$$;
CREATE OR REPLACE FUNCTION current_member() RETURNS uuid LANGUAGE sql STABLE AS $$
  SELECT nullif(pg_catalog.current_setting('ebrant.member', true), '')::pg_catalog.uuid
$$;

-- The bands that the member reads and changes. Policies ask once a statement, not once a row: within
-- (SELECT …) the answer is kept.
CREATE FUNCTION bands_to_read() RETURNS uuid[]
LANGUAGE sql STABLE SECURITY DEFINER SET search_path = pg_catalog, public, pg_temp AS $$
  SELECT coalesce(array_agg(band), '{}') FROM membership WHERE member = current_member()
$$;
CREATE FUNCTION bands_to_edit() RETURNS uuid[]
LANGUAGE sql STABLE SECURITY DEFINER SET search_path = pg_catalog, public, pg_temp AS $$
  SELECT coalesce(array_agg(band), '{}') FROM membership
  WHERE member = current_member() AND edits(role)
$$;

DROP POLICY read_own_bands ON band;
DROP POLICY read_own_bands ON membership;
DROP POLICY members_read ON book;
CREATE POLICY members_read ON band FOR SELECT TO ebrant_app
  USING (id = ANY ((SELECT bands_to_read())::uuid[]));
CREATE POLICY members_read ON membership FOR SELECT TO ebrant_app
  USING (band = ANY ((SELECT bands_to_read())::uuid[]));
CREATE POLICY members_read ON book FOR SELECT TO ebrant_app
  USING (band = ANY ((SELECT bands_to_read())::uuid[]));
DO $$
DECLARE name text;
DECLARE reads text := 'band = ANY ((SELECT bands_to_read())::uuid[])';
DECLARE edits text := 'band = ANY ((SELECT bands_to_edit())::uuid[])';
BEGIN
  FOREACH name IN ARRAY ARRAY['document', 'change', 'song', 'arrangement', 'event', 'song_set', 'set_item']
  LOOP
    EXECUTE format('DROP POLICY members_read ON %I', name);
    EXECUTE format('DROP POLICY editors_insert ON %I', name);
    EXECUTE format('DROP POLICY editors_update ON %I', name);
    EXECUTE format('DROP POLICY editors_delete ON %I', name);
    EXECUTE format('CREATE POLICY members_read ON %I FOR SELECT TO ebrant_app USING (%s)', name, reads);
    EXECUTE format('CREATE POLICY editors_insert ON %I FOR INSERT TO ebrant_app WITH CHECK (%s)', name,
      -- The author of a change is who made it.
      CASE name WHEN 'change' THEN edits || ' AND author = current_member()' ELSE edits END);
    EXECUTE format('CREATE POLICY editors_update ON %I FOR UPDATE TO ebrant_app USING (%s) WITH CHECK (%s)',
      name, edits, edits);
    EXECUTE format('CREATE POLICY editors_delete ON %I FOR DELETE TO ebrant_app USING (%s)', name, edits);
  END LOOP;
END $$;
DROP FUNCTION may_read(uuid);
DROP FUNCTION may_edit(uuid);

CREATE FUNCTION is_upkeep() RETURNS boolean LANGUAGE sql STABLE AS $$
  SELECT coalesce(pg_catalog.current_setting('ebrant.upkeep', true), '') = 'on'
$$;

-- Browsers in which a member has signed in: wrong passphrases from elsewhere do not lock them out.
CREATE TABLE device (
  token_hash bytea CHECK (length(token_hash) = 32),
  member uuid NOT NULL REFERENCES member ON DELETE CASCADE,
  used_at timestamptz NOT NULL DEFAULT now(),
  PRIMARY KEY (token_hash, member)
);
CREATE INDEX device_by_member ON device (member);
ALTER TABLE device ENABLE ROW LEVEL SECURITY;
ALTER TABLE session ENABLE ROW LEVEL SECURITY;
ALTER TABLE attempt ENABLE ROW LEVEL SECURITY;
CREATE POLICY counted ON attempt TO ebrant_app USING (true) WITH CHECK (true);
ALTER TABLE speech ENABLE ROW LEVEL SECURITY;
CREATE POLICY spoken ON speech TO ebrant_app USING (true) WITH CHECK (true);

DO $$
DECLARE name text;
BEGIN
  FOREACH name IN ARRAY ARRAY['member', 'session', 'band', 'membership', 'document', 'change', 'song',
    'arrangement', 'event', 'song_set', 'set_item', 'book', 'attempt', 'speech', 'device']
  LOOP
    EXECUTE format('ALTER TABLE %I FORCE ROW LEVEL SECURITY', name);
    EXECUTE format('CREATE POLICY upkeep ON %I TO %I USING (is_upkeep()) WITH CHECK (is_upkeep())',
      name, current_user);
  END LOOP;
  -- What the functions below and role_in read and write as the owner.
  EXECUTE format('CREATE POLICY for_functions ON membership FOR SELECT TO %I USING (true)', current_user);
  EXECUTE format('CREATE POLICY for_functions ON member FOR SELECT TO %I USING (true)', current_user);
  EXECUTE format('CREATE POLICY for_functions ON band FOR SELECT TO %I USING (true)', current_user);
  EXECUTE format('CREATE POLICY for_functions ON event FOR SELECT TO %I USING (true)', current_user);
  EXECUTE format('CREATE POLICY for_functions ON session TO %I USING (true) WITH CHECK (true)', current_user);
  EXECUTE format('CREATE POLICY for_functions ON device TO %I USING (true) WITH CHECK (true)', current_user);
  EXECUTE format('CREATE POLICY for_functions ON attempt TO %I USING (true) WITH CHECK (true)', current_user);
END $$;

-- Members see themselves and those they share a band with; nobody reads a passphrase's hash but the
-- function that signs in.
CREATE FUNCTION members_to_see() RETURNS uuid[]
LANGUAGE sql STABLE SECURITY DEFINER SET search_path = pg_catalog, public, pg_temp AS $$
  SELECT array_agg(member) || current_member() FROM membership WHERE band = ANY (bands_to_read())
$$;
REVOKE SELECT ON member FROM ebrant_app;
REVOKE SELECT (id, name, passphrase_hash, kit) ON member FROM ebrant_app;
GRANT SELECT (id, name, kit) ON member TO ebrant_app;
DROP POLICY all_read ON member;
CREATE POLICY bandmates_read ON member FOR SELECT TO ebrant_app
  USING (id = ANY ((SELECT members_to_see())::uuid[]));

CREATE FUNCTION to_sign_in(asked text) RETURNS TABLE (id uuid, passphrase_hash text)
LANGUAGE sql STABLE SECURITY DEFINER SET search_path = pg_catalog, public, pg_temp AS $$
  SELECT member.id, member.passphrase_hash FROM member WHERE lower(member.name) = lower(asked)
$$;

-- Sessions are opened, looked up by their token's hash, and closed; never listed.
REVOKE ALL ON session FROM ebrant_app;
CREATE FUNCTION open_session(hash bytea, who uuid, days integer) RETURNS void
LANGUAGE sql SECURITY DEFINER SET search_path = pg_catalog, public, pg_temp AS $$
  INSERT INTO session (token_hash, member, expires_at)
  VALUES (hash, who, now() + make_interval(days => least(days, 90)))
$$;
CREATE FUNCTION knows_device(asked text, hash bytea) RETURNS boolean
LANGUAGE sql STABLE SECURITY DEFINER SET search_path = pg_catalog, public, pg_temp AS $$
  SELECT EXISTS (
    SELECT FROM device JOIN member ON member.id = device.member
    WHERE token_hash = hash AND lower(member.name) = lower(asked)
  )
$$;
CREATE FUNCTION remember_device(hash bytea, who uuid) RETURNS void
LANGUAGE sql SECURITY DEFINER SET search_path = pg_catalog, public, pg_temp AS $$
  INSERT INTO device (token_hash, member) VALUES (hash, who)
  ON CONFLICT (token_hash, member) DO UPDATE SET used_at = now();
  DELETE FROM device WHERE used_at < now() - interval '1 year'
$$;
CREATE FUNCTION forget_attempts() RETURNS void
LANGUAGE sql SECURITY DEFINER SET search_path = pg_catalog, public, pg_temp AS $$
  DELETE FROM attempt WHERE expire < extract(epoch FROM now()) * 1000
$$;
CREATE INDEX attempt_by_age ON attempt (expire);
-- What every page begins with, asked at once: whose session it is and which bands they are in, the one
-- that plays next first. No row where the session is over.
CREATE FUNCTION page_head(hash bytea) RETURNS TABLE (id uuid, name text, bands json)
LANGUAGE sql STABLE SECURITY DEFINER SET search_path = pg_catalog, public, pg_temp AS $$
  SELECT member.id, member.name, coalesce((
    SELECT json_agg(json_build_object('id', band.id, 'slug', band.slug, 'name', band.name,
        'role', membership.role, 'mayEdit', edits(membership.role))
      ORDER BY (SELECT min(starts_at) FROM event
                WHERE event.band = band.id AND starts_at > now() - interval '12 hours') NULLS LAST,
               band.name)
    FROM membership JOIN band ON band.id = membership.band WHERE membership.member = member.id
  ), '[]')
  FROM session JOIN member ON member.id = session.member
  WHERE token_hash = hash AND expires_at > now()
$$;
-- Whose session it is; no row where it is over.
CREATE FUNCTION session_of(hash bytea) RETURNS TABLE (id uuid, name text)
LANGUAGE sql STABLE SECURITY DEFINER SET search_path = pg_catalog, public, pg_temp AS $$
  SELECT member.id, member.name FROM session JOIN member ON member.id = session.member
  WHERE token_hash = hash AND expires_at > now()
$$;
CREATE FUNCTION close_session(hash bytea) RETURNS void
LANGUAGE sql SECURITY DEFINER SET search_path = pg_catalog, public, pg_temp AS $$
  DELETE FROM session WHERE token_hash = hash OR expires_at < now()
$$;

REVOKE EXECUTE ON ALL FUNCTIONS IN SCHEMA public FROM PUBLIC;
GRANT EXECUTE ON FUNCTION current_member(), edits(band_role), role_in(uuid), bands_to_read(), bands_to_edit(),
  members_to_see(), to_sign_in(text), knows_device(text, bytea), remember_device(bytea, uuid),
  forget_attempts(), open_session(bytea, uuid, integer), session_of(bytea), page_head(bytea),
  close_session(bytea) TO ebrant_app;
REVOKE CREATE ON SCHEMA public FROM PUBLIC;

-- News of a band travels on one channel, each with its kind. A change remembers the transaction that
-- made it, so that whoever was away can be told what was committed since (PostgreSQL 15, 9.26.8:
-- everything below a snapshot's xmin had ended when the snapshot was taken).
ALTER TABLE change ADD COLUMN made_in xid8 NOT NULL DEFAULT pg_current_xact_id();
CREATE INDEX change_by_band ON change (band, made_in);

DROP TRIGGER change_is_told ON change;
DROP FUNCTION tell_of_change();
CREATE FUNCTION tell_of_change() RETURNS trigger LANGUAGE plpgsql
SET search_path = pg_catalog, public, pg_temp AS $$
BEGIN
  PERFORM pg_notify('news', json_build_object('kind', 'document', 'band', NEW.band,
    'document', NEW.document, 'revision', NEW.revision)::text);
  RETURN NULL;
END $$;
CREATE TRIGGER change_is_told AFTER INSERT ON change FOR EACH ROW EXECUTE FUNCTION tell_of_change();

CREATE FUNCTION tell_of_songs() RETURNS trigger LANGUAGE plpgsql
SET search_path = pg_catalog, public, pg_temp AS $$
BEGIN
  PERFORM pg_notify('news',
    json_build_object('kind', 'songs', 'band', coalesce(NEW.band, OLD.band))::text);
  RETURN NULL;
END $$;
DO $$
DECLARE name text;
BEGIN
  FOREACH name IN ARRAY ARRAY['song', 'arrangement', 'event', 'song_set']
  LOOP
    EXECUTE format('CREATE TRIGGER songs_are_told AFTER INSERT OR UPDATE OR DELETE ON %I
      FOR EACH ROW EXECUTE FUNCTION tell_of_songs()', name);
  END LOOP;
END $$;

-- A stream ends with what let it begin.
CREATE FUNCTION tell_of_membership() RETURNS trigger LANGUAGE plpgsql
SET search_path = pg_catalog, public, pg_temp AS $$
BEGIN
  PERFORM pg_notify('news',
    json_build_object('kind', 'membership', 'band', OLD.band, 'member', OLD.member)::text);
  RETURN NULL;
END $$;
CREATE TRIGGER membership_is_told AFTER UPDATE OR DELETE ON membership
  FOR EACH ROW EXECUTE FUNCTION tell_of_membership();
CREATE FUNCTION tell_of_session() RETURNS trigger LANGUAGE plpgsql
SET search_path = pg_catalog, public, pg_temp AS $$
BEGIN
  PERFORM pg_notify('news',
    json_build_object('kind', 'session', 'session', encode(OLD.token_hash, 'hex'))::text);
  RETURN NULL;
END $$;
CREATE TRIGGER session_is_told AFTER DELETE ON session
  FOR EACH ROW EXECUTE FUNCTION tell_of_session();
