-- Accounts that people make and give up themselves, bands that they found, and who joins them how.

-- ---- Accounts -----------------------------------------------------------------------------------

-- Two names that look alike have one shape (src/server/people/names.ts).
ALTER TABLE member ADD COLUMN shape text;
UPDATE member SET shape = lower(name);
ALTER TABLE member ALTER COLUMN shape SET NOT NULL;
CREATE UNIQUE INDEX member_by_shape ON member (shape);
-- Whether leaders of any of one's bands may hand one a link to a new passphrase. Where it is off, only
-- somebody who leads all of one's bands may: else a leader could come into the others through it.
ALTER TABLE member ADD COLUMN leaders_may_reset boolean NOT NULL DEFAULT false;
GRANT SELECT (leaders_may_reset), UPDATE (name, shape, passphrase_hash, leaders_may_reset)
  ON member TO ebrant_app;

-- What somebody did stays when they go: then it was a former member's.
ALTER TABLE change ALTER COLUMN author DROP NOT NULL;
ALTER TABLE change DROP CONSTRAINT change_author_fkey,
  ADD FOREIGN KEY (author) REFERENCES member ON DELETE SET NULL;

-- A session ends ninety days after it was opened, and thirty after it was last used. Whoever has just
-- shown who they are may take dangerous steps for ten minutes.
ALTER TABLE session
  ADD COLUMN id uuid NOT NULL DEFAULT gen_random_uuid() UNIQUE,
  ADD COLUMN opened_at timestamptz NOT NULL DEFAULT now(),
  ADD COLUMN used_at timestamptz NOT NULL DEFAULT now(),
  ADD COLUMN confirmed_at timestamptz NOT NULL DEFAULT now(),
  -- What the browser says of itself, in a few words.
  ADD COLUMN browser text NOT NULL DEFAULT '' CHECK (length(browser) <= 80);
CREATE INDEX session_by_member ON session (member);
GRANT SELECT (id, member, opened_at, used_at, browser), DELETE ON session TO ebrant_app;
CREATE POLICY own_read ON session FOR SELECT TO ebrant_app USING (member = current_member());
CREATE POLICY own_delete ON session FOR DELETE TO ebrant_app USING (member = current_member());

CREATE FUNCTION is_open(s session) RETURNS boolean LANGUAGE sql STABLE AS $$
  SELECT s.expires_at > pg_catalog.now() AND s.used_at > pg_catalog.now() - interval '30 days'
$$;

DROP FUNCTION open_session(bytea, uuid, integer);
CREATE FUNCTION open_session(hash bytea, who uuid, words text) RETURNS void
LANGUAGE sql SECURITY DEFINER SET search_path = pg_catalog, public, pg_temp AS $$
  INSERT INTO session (token_hash, member, expires_at, browser)
  VALUES (hash, who, now() + interval '90 days', left(words, 80))
$$;

-- Used: written down once an hour at most.
CREATE FUNCTION session_is_used(hash bytea) RETURNS void
LANGUAGE sql SECURITY DEFINER SET search_path = pg_catalog, public, pg_temp AS $$
  UPDATE session SET used_at = now()
  WHERE token_hash = hash AND used_at < now() - interval '1 hour' AND is_open(session)
$$;
DROP FUNCTION session_of(bytea);
CREATE FUNCTION session_of(hash bytea) RETURNS TABLE (id uuid, name text, session uuid, confirmed boolean)
LANGUAGE sql SECURITY DEFINER SET search_path = pg_catalog, public, pg_temp AS $$
  SELECT session_is_used(hash);
  SELECT member.id, member.name, session.id, confirmed_at > now() - interval '10 minutes'
  FROM session JOIN member ON member.id = session.member
  WHERE token_hash = hash AND is_open(session)
$$;
CREATE OR REPLACE FUNCTION close_session(hash bytea) RETURNS void
LANGUAGE sql SECURITY DEFINER SET search_path = pg_catalog, public, pg_temp AS $$
  DELETE FROM session WHERE token_hash = hash OR NOT is_open(session)
$$;
CREATE FUNCTION confirm_session(hash bytea) RETURNS void
LANGUAGE sql SECURITY DEFINER SET search_path = pg_catalog, public, pg_temp AS $$
  UPDATE session SET confirmed_at = now() WHERE token_hash = hash AND is_open(session)
$$;

-- Codes to come back with, each good for once.
CREATE TABLE recovery_code (
  member uuid NOT NULL REFERENCES member ON DELETE CASCADE,
  code_hash bytea NOT NULL CHECK (length(code_hash) = 32),
  made_at timestamptz NOT NULL DEFAULT now(),
  PRIMARY KEY (member, code_hash)
);
GRANT SELECT (member, made_at), INSERT, DELETE ON recovery_code TO ebrant_app;
CREATE POLICY own ON recovery_code TO ebrant_app
  USING (member = current_member()) WITH CHECK (member = current_member());

-- A link to a new passphrase that a leader hands over: good for once, for a day.
CREATE TABLE reset_link (
  token_hash bytea PRIMARY KEY CHECK (length(token_hash) = 32),
  member uuid NOT NULL UNIQUE REFERENCES member ON DELETE CASCADE,
  band uuid NOT NULL REFERENCES band ON DELETE CASCADE,
  made_at timestamptz NOT NULL DEFAULT now()
);

CREATE TABLE passkey (
  id text PRIMARY KEY CHECK (length(id) BETWEEN 16 AND 1400),
  member uuid NOT NULL REFERENCES member ON DELETE CASCADE,
  public_key bytea NOT NULL,
  counter bigint NOT NULL,
  transports text[] NOT NULL DEFAULT '{}',
  name text NOT NULL CHECK (length(btrim(name)) BETWEEN 1 AND 120),
  made_at timestamptz NOT NULL DEFAULT now(),
  used_at timestamptz
);
CREATE INDEX passkey_by_member ON passkey (member);
GRANT SELECT (id, member, transports, name, made_at, used_at), INSERT, DELETE ON passkey TO ebrant_app;
CREATE POLICY own ON passkey TO ebrant_app
  USING (member = current_member()) WITH CHECK (member = current_member());

-- What a passkey has to sign (W3C Web Authentication Level 2, 13.4.3): made here, taken once.
CREATE TABLE challenge (
  value text PRIMARY KEY CHECK (length(value) BETWEEN 20 AND 200),
  expires_at timestamptz NOT NULL DEFAULT now() + interval '5 minutes'
);
GRANT SELECT, INSERT, DELETE ON challenge TO ebrant_app;
CREATE POLICY asked ON challenge TO ebrant_app USING (true) WITH CHECK (true);

-- ---- Bands --------------------------------------------------------------------------------------

ALTER TABLE band
  ADD COLUMN made_at timestamptz NOT NULL DEFAULT now(),
  ADD COLUMN archived_at timestamptz,
  ADD COLUMN deleted_at timestamptz,
  -- These begin addresses of the application's own.
  ADD CHECK (slug NOT IN ('api', 'account', 'join', 'recover', 'deputy', 'sign-in'));

CREATE FUNCTION bands_to_lead() RETURNS uuid[]
LANGUAGE sql STABLE SECURITY DEFINER SET search_path = pg_catalog, public, pg_temp AS $$
  SELECT coalesce(array_agg(band), '{}') FROM membership
  WHERE member = current_member() AND role = 'leader'
$$;
-- What is deleted is there for its leaders alone, who may bring it back; what is archived is read.
CREATE OR REPLACE FUNCTION bands_to_read() RETURNS uuid[]
LANGUAGE sql STABLE SECURITY DEFINER SET search_path = pg_catalog, public, pg_temp AS $$
  SELECT coalesce(array_agg(band.id), '{}') FROM membership JOIN band ON band.id = membership.band
  WHERE member = current_member() AND (deleted_at IS NULL OR role = 'leader')
$$;
CREATE OR REPLACE FUNCTION bands_to_edit() RETURNS uuid[]
LANGUAGE sql STABLE SECURITY DEFINER SET search_path = pg_catalog, public, pg_temp AS $$
  SELECT coalesce(array_agg(band.id), '{}') FROM membership JOIN band ON band.id = membership.band
  WHERE member = current_member() AND edits(role) AND deleted_at IS NULL AND archived_at IS NULL
$$;

GRANT UPDATE (name, archived_at, deleted_at) ON band TO ebrant_app;
CREATE POLICY leaders_update ON band FOR UPDATE TO ebrant_app
  USING (id = ANY ((SELECT bands_to_lead())::uuid[]))
  WITH CHECK (id = ANY ((SELECT bands_to_lead())::uuid[]));

GRANT UPDATE (role), DELETE ON membership TO ebrant_app;
CREATE POLICY leaders_update ON membership FOR UPDATE TO ebrant_app
  USING (band = ANY ((SELECT bands_to_lead())::uuid[]))
  WITH CHECK (band = ANY ((SELECT bands_to_lead())::uuid[]));
CREATE POLICY leaders_remove ON membership FOR DELETE TO ebrant_app
  USING (band = ANY ((SELECT bands_to_lead())::uuid[]));
CREATE POLICY own_leave ON membership FOR DELETE TO ebrant_app USING (member = current_member());

-- A band always has a leader. One after the other, so that two leaders who go at once do not each
-- count on the other.
CREATE FUNCTION band_keeps_a_leader() RETURNS trigger LANGUAGE plpgsql SECURITY DEFINER
SET search_path = pg_catalog, public, pg_temp AS $$
BEGIN
  PERFORM FROM band WHERE id = OLD.band FOR NO KEY UPDATE;
  IF FOUND AND NOT EXISTS (SELECT FROM membership WHERE band = OLD.band AND role = 'leader') THEN
    RAISE EXCEPTION 'a band has a leader' USING ERRCODE = '23514', CONSTRAINT = 'band_has_a_leader';
  END IF;
  RETURN NULL;
END $$;
CREATE CONSTRAINT TRIGGER band_keeps_a_leader AFTER UPDATE OR DELETE ON membership
  FOR EACH ROW WHEN (OLD.role = 'leader') EXECUTE FUNCTION band_keeps_a_leader();

CREATE FUNCTION slug_is_taken(asked text) RETURNS boolean
LANGUAGE sql STABLE SECURITY DEFINER SET search_path = pg_catalog, public, pg_temp AS $$
  SELECT EXISTS (SELECT FROM band WHERE slug = asked)
$$;
CREATE FUNCTION found_band(called text, short text) RETURNS uuid
LANGUAGE plpgsql SECURITY DEFINER SET search_path = pg_catalog, public, pg_temp AS $$
DECLARE founded uuid;
BEGIN
  IF current_member() IS NULL THEN RETURN NULL; END IF;
  PERFORM set_config('ebrant.upkeep', 'on', true);
  INSERT INTO band (name, slug) VALUES (called, short) RETURNING id INTO founded;
  INSERT INTO membership (band, member, role) VALUES (founded, current_member(), 'leader');
  PERFORM set_config('ebrant.upkeep', '', true);
  RETURN founded;
END $$;

-- ---- Invitations --------------------------------------------------------------------------------

CREATE TABLE invitation (
  id uuid PRIMARY KEY DEFAULT gen_random_uuid(),
  band uuid NOT NULL REFERENCES band ON DELETE CASCADE,
  token_hash bytea NOT NULL UNIQUE CHECK (length(token_hash) = 32),
  role band_role NOT NULL,
  -- How many may come with it, and how many have.
  uses integer NOT NULL CHECK (uses BETWEEN 1 AND 100),
  used integer NOT NULL DEFAULT 0 CHECK (used BETWEEN 0 AND uses),
  made_by uuid REFERENCES member ON DELETE SET NULL,
  made_at timestamptz NOT NULL DEFAULT now(),
  expires_at timestamptz NOT NULL,
  revoked_at timestamptz
);
CREATE INDEX invitation_by_band ON invitation (band, made_at);
GRANT SELECT (id, band, role, uses, used, made_by, made_at, expires_at, revoked_at),
  INSERT (band, token_hash, role, uses, made_by, expires_at), UPDATE (revoked_at) ON invitation TO ebrant_app;
CREATE POLICY leaders_read ON invitation FOR SELECT TO ebrant_app
  USING (band = ANY ((SELECT bands_to_lead())::uuid[]));
CREATE POLICY leaders_insert ON invitation FOR INSERT TO ebrant_app
  WITH CHECK (band = ANY ((SELECT bands_to_lead())::uuid[]) AND made_by = current_member());
CREATE POLICY leaders_update ON invitation FOR UPDATE TO ebrant_app
  USING (band = ANY ((SELECT bands_to_lead())::uuid[]))
  WITH CHECK (band = ANY ((SELECT bands_to_lead())::uuid[]));

-- Who was removed does not come back by an invitation of before.
CREATE TABLE removal (
  band uuid NOT NULL REFERENCES band ON DELETE CASCADE,
  member uuid NOT NULL REFERENCES member ON DELETE CASCADE,
  at timestamptz NOT NULL DEFAULT now(),
  PRIMARY KEY (band, member)
);

-- What an invitation is to, for whoever holds it: nothing is used up by asking.
CREATE FUNCTION invitation_of(hash bytea)
RETURNS TABLE (id uuid, band uuid, slug text, name text, role band_role, made_by text, state text)
LANGUAGE sql STABLE SECURITY DEFINER SET search_path = pg_catalog, public, pg_temp AS $$
  SELECT invitation.id, band.id, band.slug, band.name, invitation.role, coalesce(member.name, ''),
    CASE WHEN revoked_at IS NOT NULL THEN 'revoked'
         WHEN band.deleted_at IS NOT NULL THEN 'gone'
         WHEN expires_at < now() THEN 'expired'
         WHEN used >= uses THEN 'used up'
         ELSE 'open' END
  FROM invitation JOIN band ON band.id = invitation.band LEFT JOIN member ON member.id = made_by
  WHERE token_hash = hash
$$;

-- Joins the member; answers the state as it was found. Whoever is in the band already stays as they are.
CREATE FUNCTION accept_invitation(hash bytea) RETURNS TABLE (slug text, state text)
LANGUAGE plpgsql SECURITY DEFINER SET search_path = pg_catalog, public, pg_temp AS $$
DECLARE asked record;
BEGIN
  PERFORM FROM invitation WHERE token_hash = hash FOR UPDATE;
  SELECT * INTO asked FROM invitation_of(hash);
  IF asked.id IS NULL OR current_member() IS NULL THEN RETURN; END IF;
  slug := asked.slug;
  state := asked.state;
  IF EXISTS (SELECT FROM membership WHERE membership.band = asked.band AND member = current_member()) THEN
    state := CASE WHEN asked.state = 'gone' THEN 'gone' ELSE 'in it' END;
  ELSIF EXISTS (SELECT FROM removal JOIN invitation ON invitation.id = asked.id
                WHERE removal.band = asked.band AND removal.member = current_member()
                  AND removal.at > invitation.made_at) THEN
    state := 'removed';
  ELSIF asked.state = 'open' THEN
    PERFORM set_config('ebrant.upkeep', 'on', true);
    INSERT INTO membership (band, member, role) VALUES (asked.band, current_member(), asked.role);
    UPDATE invitation SET used = used + 1 WHERE invitation.id = asked.id;
    INSERT INTO audit (band, actor, what, detail)
    VALUES (asked.band, current_member(), 'joined', jsonb_build_object('role', asked.role, 'by', asked.made_by));
    PERFORM set_config('ebrant.upkeep', '', true);
  END IF;
  RETURN NEXT;
END $$;

-- ---- What was done about people, roles, links and files: for leaders ----------------------------

CREATE TABLE audit (
  id bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  band uuid NOT NULL REFERENCES band ON DELETE CASCADE,
  at timestamptz NOT NULL DEFAULT now(),
  actor uuid REFERENCES member ON DELETE SET NULL,
  what text NOT NULL CHECK (what IN ('founded', 'joined', 'role', 'left', 'removed', 'invited',
    'invitation revoked', 'renamed', 'archived', 'unarchived', 'deleted', 'restored', 'reset link',
    'reset', 'taken along', 'put in', 'deputy link', 'deputy link revoked')),
  -- Whom it is about, where that is somebody else; their name is theirs, and goes with them.
  subject uuid REFERENCES member ON DELETE SET NULL,
  detail jsonb NOT NULL DEFAULT '{}'
);
CREATE INDEX audit_by_band ON audit (band, id);
GRANT SELECT ON audit TO ebrant_app;
CREATE POLICY leaders_read ON audit FOR SELECT TO ebrant_app
  USING (band = ANY ((SELECT bands_to_lead())::uuid[]));

-- Who is named in what was done in a band: also who has left it since, but nobody who has gone for good.
CREATE FUNCTION names_in(asked uuid) RETURNS TABLE (id uuid, name text)
LANGUAGE sql STABLE SECURITY DEFINER SET search_path = pg_catalog, public, pg_temp AS $$
  SELECT member.id, member.name FROM member
  WHERE asked = ANY (bands_to_read()) AND member.id IN (
    SELECT author FROM change WHERE band = asked
    UNION SELECT actor FROM audit WHERE band = asked AND asked = ANY (bands_to_lead())
    UNION SELECT subject FROM audit WHERE band = asked AND asked = ANY (bands_to_lead()))
$$;

-- A file that a member took along or put in: the application says so, in that member's own name.
CREATE FUNCTION audit_file(asked uuid, done text) RETURNS void
LANGUAGE sql SECURITY DEFINER SET search_path = pg_catalog, public, pg_temp AS $$
  INSERT INTO audit (band, actor, what)
  SELECT asked, current_member(), done
  WHERE done IN ('taken along', 'put in') AND asked = ANY (bands_to_read())
$$;

CREATE FUNCTION audit_membership() RETURNS trigger LANGUAGE plpgsql SECURITY DEFINER
SET search_path = pg_catalog, public, pg_temp AS $$
BEGIN
  IF NOT EXISTS (SELECT FROM band WHERE id = OLD.band) THEN RETURN NULL; END IF;
  -- What a former leader has made lets nobody in any more.
  IF OLD.role = 'leader' AND (TG_OP = 'DELETE' OR NEW.role <> 'leader') THEN
    UPDATE invitation SET revoked_at = now()
    WHERE band = OLD.band AND made_by = OLD.member AND revoked_at IS NULL;
  END IF;
  IF TG_OP = 'UPDATE' THEN
    INSERT INTO audit (band, actor, what, subject, detail) VALUES (OLD.band, current_member(), 'role',
      OLD.member, jsonb_build_object('from', OLD.role, 'to', NEW.role));
  ELSIF OLD.member = current_member() THEN
    INSERT INTO audit (band, actor, what)
    SELECT OLD.band, member.id, 'left' FROM (SELECT 1) AS once
    LEFT JOIN member ON member.id = OLD.member;
  ELSIF current_member() IS NOT NULL THEN
    INSERT INTO audit (band, actor, what, subject) VALUES (OLD.band, current_member(), 'removed', OLD.member);
    INSERT INTO removal (band, member) VALUES (OLD.band, OLD.member)
    ON CONFLICT (band, member) DO UPDATE SET at = now();
  END IF;
  RETURN NULL;
END $$;
CREATE TRIGGER audited AFTER UPDATE OF role OR DELETE ON membership
  FOR EACH ROW EXECUTE FUNCTION audit_membership();

CREATE FUNCTION audit_band() RETURNS trigger LANGUAGE plpgsql SECURITY DEFINER
SET search_path = pg_catalog, public, pg_temp AS $$
BEGIN
  IF TG_OP = 'INSERT' THEN
    IF current_member() IS NOT NULL THEN
      INSERT INTO audit (band, actor, what) VALUES (NEW.id, current_member(), 'founded');
    END IF;
    RETURN NULL;
  END IF;
  IF NEW.name <> OLD.name THEN
    INSERT INTO audit (band, actor, what, detail)
    VALUES (NEW.id, current_member(), 'renamed', jsonb_build_object('from', OLD.name, 'to', NEW.name));
  END IF;
  IF (NEW.archived_at IS NULL) <> (OLD.archived_at IS NULL) THEN
    INSERT INTO audit (band, actor, what) VALUES (NEW.id, current_member(),
      CASE WHEN NEW.archived_at IS NULL THEN 'unarchived' ELSE 'archived' END);
  END IF;
  IF (NEW.deleted_at IS NULL) <> (OLD.deleted_at IS NULL) THEN
    INSERT INTO audit (band, actor, what) VALUES (NEW.id, current_member(),
      CASE WHEN NEW.deleted_at IS NULL THEN 'restored' ELSE 'deleted' END);
  END IF;
  RETURN NULL;
END $$;
CREATE TRIGGER audited AFTER INSERT OR UPDATE ON band FOR EACH ROW EXECUTE FUNCTION audit_band();

CREATE FUNCTION audit_invitation() RETURNS trigger LANGUAGE plpgsql SECURITY DEFINER
SET search_path = pg_catalog, public, pg_temp AS $$
BEGIN
  IF TG_OP = 'INSERT' THEN
    INSERT INTO audit (band, actor, what, detail) VALUES (NEW.band, current_member(), 'invited',
      jsonb_build_object('role', NEW.role, 'uses', NEW.uses));
  ELSIF OLD.revoked_at IS NULL AND NEW.revoked_at IS NOT NULL THEN
    INSERT INTO audit (band, actor, what, detail) VALUES (NEW.band, current_member(), 'invitation revoked',
      jsonb_build_object('role', NEW.role));
  END IF;
  RETURN NULL;
END $$;
CREATE TRIGGER audited AFTER INSERT OR UPDATE ON invitation
  FOR EACH ROW EXECUTE FUNCTION audit_invitation();

-- Whoever is in an archived or deleted band, or has lost their role there, no longer follows it as before.
CREATE FUNCTION tell_of_band() RETURNS trigger LANGUAGE plpgsql
SET search_path = pg_catalog, public, pg_temp AS $$
BEGIN
  PERFORM pg_notify('news', json_build_object('kind', 'band', 'band', NEW.id)::text);
  RETURN NULL;
END $$;
CREATE TRIGGER band_is_told AFTER UPDATE OF archived_at, deleted_at ON band
  FOR EACH ROW EXECUTE FUNCTION tell_of_band();

-- ---- Making, recovering and deleting accounts ----------------------------------------------------

-- No row where the name, or one that looks like it, is taken.
CREATE FUNCTION make_account(called text, looks text, hash text) RETURNS uuid
LANGUAGE plpgsql SECURITY DEFINER SET search_path = pg_catalog, public, pg_temp AS $$
DECLARE made uuid;
BEGIN
  PERFORM set_config('ebrant.upkeep', 'on', true);
  INSERT INTO member (name, shape, passphrase_hash) VALUES (called, looks, hash)
  ON CONFLICT DO NOTHING RETURNING id INTO made;
  PERFORM set_config('ebrant.upkeep', '', true);
  RETURN made;
END $$;

-- A new passphrase: every session and every code of before is over.
CREATE FUNCTION renew_passphrase(who uuid, hash text) RETURNS void
LANGUAGE plpgsql SECURITY DEFINER SET search_path = pg_catalog, public, pg_temp AS $$
BEGIN
  PERFORM set_config('ebrant.upkeep', 'on', true);
  UPDATE member SET passphrase_hash = hash WHERE id = who;
  DELETE FROM session WHERE member = who;
  DELETE FROM device WHERE member = who;
  DELETE FROM reset_link WHERE member = who;
  PERFORM set_config('ebrant.upkeep', '', true);
END $$;

CREATE FUNCTION recover_by_code(asked text, code bytea, hash text) RETURNS uuid
LANGUAGE plpgsql SECURITY DEFINER SET search_path = pg_catalog, public, pg_temp AS $$
DECLARE who uuid;
BEGIN
  DELETE FROM recovery_code USING member
  WHERE member.id = recovery_code.member AND lower(member.name) = lower(asked) AND code_hash = code
  RETURNING member.id INTO who;
  IF who IS NOT NULL THEN PERFORM renew_passphrase(who, hash); END IF;
  RETURN who;
END $$;

CREATE FUNCTION reset_link_of(token bytea) RETURNS TABLE (name text)
LANGUAGE sql STABLE SECURITY DEFINER SET search_path = pg_catalog, public, pg_temp AS $$
  SELECT member.name FROM reset_link JOIN member ON member.id = reset_link.member
  WHERE token_hash = token AND reset_link.made_at > now() - interval '1 day'
$$;
CREATE FUNCTION recover_by_link(token bytea, hash text) RETURNS uuid
LANGUAGE plpgsql SECURITY DEFINER SET search_path = pg_catalog, public, pg_temp AS $$
DECLARE taken record;
BEGIN
  DELETE FROM reset_link WHERE token_hash = token AND made_at > now() - interval '1 day'
  RETURNING member, band INTO taken;
  IF taken.member IS NULL THEN RETURN NULL; END IF;
  PERFORM renew_passphrase(taken.member, hash);
  INSERT INTO audit (band, actor, what) VALUES (taken.band, taken.member, 'reset');
  RETURN taken.member;
END $$;

-- Answers 'made', or why not.
CREATE FUNCTION make_reset_link(token bytea, who uuid, asked uuid) RETURNS text
LANGUAGE plpgsql SECURITY DEFINER SET search_path = pg_catalog, public, pg_temp AS $$
BEGIN
  IF NOT asked = ANY (bands_to_lead())
    OR NOT EXISTS (SELECT FROM membership WHERE band = asked AND member = who) THEN RETURN 'not yours'; END IF;
  IF NOT (SELECT leaders_may_reset FROM member WHERE id = who)
    AND EXISTS (SELECT FROM membership WHERE member = who AND NOT band = ANY (bands_to_lead()))
  THEN RETURN 'other bands'; END IF;
  DELETE FROM reset_link WHERE member = who;
  INSERT INTO reset_link (token_hash, member, band) VALUES (token, who, asked);
  INSERT INTO audit (band, actor, what, subject) VALUES (asked, current_member(), 'reset link', who);
  RETURN 'made';
END $$;

CREATE FUNCTION passkey_of(asked text)
RETURNS TABLE (member uuid, public_key bytea, counter bigint, transports text[])
LANGUAGE sql STABLE SECURITY DEFINER SET search_path = pg_catalog, public, pg_temp AS $$
  SELECT member, public_key, counter, transports FROM passkey WHERE id = asked
$$;
CREATE FUNCTION passkey_is_used(asked text, now_at bigint) RETURNS void
LANGUAGE sql SECURITY DEFINER SET search_path = pg_catalog, public, pg_temp AS $$
  UPDATE passkey SET counter = now_at, used_at = now() WHERE id = asked
$$;

-- The member goes, with all that is theirs alone; a band that they lead by themselves has to be handed
-- over or deleted first.
CREATE FUNCTION delete_account() RETURNS void
LANGUAGE plpgsql SECURITY DEFINER SET search_path = pg_catalog, public, pg_temp AS $$
BEGIN
  PERFORM set_config('ebrant.upkeep', 'on', true);
  -- Deleted bands with nobody else in them go with their last leader.
  PERFORM purge_band(band.id) FROM band JOIN membership ON membership.band = band.id
  WHERE membership.member = current_member() AND deleted_at IS NOT NULL
    AND NOT EXISTS (SELECT FROM membership AS other
                    WHERE other.band = band.id AND other.member <> current_member());
  DELETE FROM membership WHERE member = current_member();
  DELETE FROM member WHERE id = current_member();
  PERFORM set_config('ebrant.upkeep', '', true);
END $$;

-- A band with all that is in it.
CREATE FUNCTION purge_band(gone uuid) RETURNS void
LANGUAGE plpgsql SECURITY DEFINER SET search_path = pg_catalog, public, pg_temp AS $$
BEGIN
  PERFORM set_config('ebrant.upkeep', 'on', true);
  DELETE FROM practice WHERE band = gone;
  DELETE FROM set_item WHERE band = gone;
  DELETE FROM song_set WHERE band = gone;
  DELETE FROM event WHERE band = gone;
  DELETE FROM arrangement WHERE band = gone;
  DELETE FROM song WHERE band = gone;
  DELETE FROM library WHERE band = gone;
  DELETE FROM change WHERE band = gone;
  DELETE FROM document WHERE band = gone;
  DELETE FROM band WHERE id = gone;
END $$;
CREATE FUNCTION purge_bands() RETURNS void
LANGUAGE plpgsql SECURITY DEFINER SET search_path = pg_catalog, public, pg_temp AS $$
BEGIN
  PERFORM set_config('ebrant.upkeep', 'on', true);
  PERFORM purge_band(id) FROM band WHERE deleted_at < now() - interval '30 days';
  DELETE FROM audit WHERE at < now() - interval '2 years';
  PERFORM set_config('ebrant.upkeep', '', true);
END $$;

CREATE OR REPLACE FUNCTION page_head(hash bytea) RETURNS TABLE (id uuid, name text, bands json)
LANGUAGE sql SECURITY DEFINER SET search_path = pg_catalog, public, pg_temp AS $$
  SELECT session_is_used(hash);
  SELECT member.id, member.name, coalesce((
    SELECT json_agg(json_build_object('id', band.id, 'slug', band.slug, 'name', band.name,
        'role', membership.role, 'mayEdit', edits(membership.role) AND archived_at IS NULL,
        'archived', archived_at IS NOT NULL)
      ORDER BY archived_at IS NOT NULL,
               (SELECT min(starts_at) FROM event
                WHERE event.band = band.id AND starts_at > now() - interval '12 hours') NULLS LAST,
               band.name)
    FROM membership JOIN band ON band.id = membership.band
    WHERE membership.member = member.id AND deleted_at IS NULL
  ), '[]')
  FROM session JOIN member ON member.id = session.member
  WHERE token_hash = hash AND is_open(session)
$$;

-- ---- Policies of the owner, and who may call what ------------------------------------------------

DO $$
DECLARE name text;
BEGIN
  FOREACH name IN ARRAY ARRAY['recovery_code', 'reset_link', 'passkey', 'challenge', 'invitation', 'removal', 'audit']
  LOOP
    EXECUTE format('ALTER TABLE %I ENABLE ROW LEVEL SECURITY', name);
    EXECUTE format('ALTER TABLE %I FORCE ROW LEVEL SECURITY', name);
    EXECUTE format('CREATE POLICY for_functions ON %I TO %I USING (true) WITH CHECK (true)', name, current_user);
  END LOOP;
  EXECUTE format('CREATE POLICY for_functions ON change FOR SELECT TO %I USING (true)', current_user);
  EXECUTE format('CREATE POLICY locked_by_functions ON band FOR UPDATE TO %I USING (true) WITH CHECK (is_upkeep())', current_user);
END $$;

REVOKE EXECUTE ON ALL FUNCTIONS IN SCHEMA public FROM PUBLIC;
GRANT EXECUTE ON FUNCTION bands_to_lead(), is_open(session), open_session(bytea, uuid, text), session_of(bytea),
  page_head(bytea), close_session(bytea), confirm_session(bytea), found_band(text, text), slug_is_taken(text),
  invitation_of(bytea), accept_invitation(bytea), audit_file(uuid, text), names_in(uuid), make_account(text, text, text),
  recover_by_code(text, bytea, text), reset_link_of(bytea), recover_by_link(bytea, text),
  make_reset_link(bytea, uuid, uuid), passkey_of(text), passkey_is_used(text, bigint), delete_account(),
  purge_bands() TO ebrant_app;
