-- Notes in the margin: at a place of a song, at a song of a set, or at either as a whole. For everybody,
-- for some roles, or for oneself; a question may be asked of a member, answered and settled.

CREATE TABLE note (
  id uuid PRIMARY KEY DEFAULT gen_random_uuid(),
  document uuid NOT NULL,
  band uuid NOT NULL,
  -- The section, or the song of a set, that it stands at; it stays with it wherever that moves.
  record text CHECK (length(record) BETWEEN 1 AND 40),
  -- The place in the section, as road maps say places.
  bar integer,
  ticks integer CHECK (ticks >= 0),
  words text NOT NULL CHECK (length(btrim(words)) BETWEEN 1 AND 2000),
  -- Who reads it beside its author: nobody, these roles, or everybody.
  private boolean NOT NULL DEFAULT false,
  roles band_role[],
  -- Of whom it is asked.
  asked uuid REFERENCES member ON DELETE SET NULL,
  -- The note that it answers, whose readers it has.
  answers uuid REFERENCES note ON DELETE CASCADE,
  author uuid REFERENCES member ON DELETE SET NULL,
  at timestamptz NOT NULL DEFAULT now(),
  settled_at timestamptz,
  settled_by uuid REFERENCES member ON DELETE SET NULL,
  FOREIGN KEY (document, band) REFERENCES document (id, band) ON DELETE CASCADE
);
CREATE INDEX note_by_document ON note (document, at);
CREATE INDEX note_by_asked ON note (asked) WHERE settled_at IS NULL;
GRANT SELECT, INSERT (id, document, band, record, bar, ticks, words, private, roles, asked, answers, author),
  UPDATE (words), DELETE ON note TO ebrant_app;
ALTER TABLE note ENABLE ROW LEVEL SECURITY;
ALTER TABLE note FORCE ROW LEVEL SECURITY;

-- The bands in which a member may say something: neither archived nor deleted.
CREATE FUNCTION bands_to_speak_in() RETURNS uuid[]
LANGUAGE sql STABLE SECURITY DEFINER SET search_path = pg_catalog, public, pg_temp AS $$
  SELECT coalesce(array_agg(band.id), '{}') FROM membership JOIN band ON band.id = membership.band
  WHERE member = current_member() AND deleted_at IS NULL AND archived_at IS NULL
$$;

CREATE FUNCTION is_for_me(one note) RETURNS boolean
LANGUAGE sql STABLE SECURITY DEFINER SET search_path = pg_catalog, public, pg_temp AS $$
  SELECT one.author = current_member() OR one.asked = current_member()
    OR NOT one.private AND (one.roles IS NULL OR role_in(one.band) = ANY (one.roles))
$$;
CREATE POLICY readers ON note FOR SELECT TO ebrant_app
  USING (band = ANY ((SELECT bands_to_read())::uuid[]) AND coalesce(is_for_me(note), false));
CREATE POLICY members_insert ON note FOR INSERT TO ebrant_app
  WITH CHECK (band = ANY ((SELECT bands_to_speak_in())::uuid[]) AND author = current_member());
CREATE POLICY own_update ON note FOR UPDATE TO ebrant_app
  USING (author = current_member() AND band = ANY ((SELECT bands_to_speak_in())::uuid[]))
  WITH CHECK (author = current_member() AND band = ANY ((SELECT bands_to_speak_in())::uuid[]));
CREATE POLICY own_delete ON note FOR DELETE TO ebrant_app
  USING (author = current_member() AND band = ANY ((SELECT bands_to_read())::uuid[]));
CREATE POLICY leaders_delete ON note FOR DELETE TO ebrant_app
  USING (band = ANY ((SELECT bands_to_lead())::uuid[]) AND coalesce(is_for_me(note), false));

-- An answer has the readers of what it answers, and stands where that stands.
CREATE FUNCTION answer_like_question() RETURNS trigger LANGUAGE plpgsql SECURITY DEFINER
SET search_path = pg_catalog, public, pg_temp AS $$
DECLARE question note;
BEGIN
  IF NEW.answers IS NULL THEN RETURN NEW; END IF;
  SELECT * INTO question FROM note WHERE id = NEW.answers;
  IF question.id IS NULL OR question.document <> NEW.document OR question.answers IS NOT NULL
    OR NOT coalesce(is_for_me(question), false) THEN
    RAISE EXCEPTION 'there is no such question' USING ERRCODE = '23514', CONSTRAINT = 'note_answers';
  END IF;
  NEW.private := question.private;
  NEW.roles := question.roles;
  NEW.record := question.record;
  NEW.bar := question.bar;
  NEW.ticks := question.ticks;
  -- Whoever asked reads the answer, also a private one.
  NEW.asked := CASE WHEN question.author = NEW.author THEN question.asked ELSE question.author END;
  RETURN NEW;
END $$;
CREATE TRIGGER like_question BEFORE INSERT ON note FOR EACH ROW EXECUTE FUNCTION answer_like_question();

-- Settles a note, or opens it again: its author, of whom it was asked, and those who may edit the map.
CREATE FUNCTION settle_note(which uuid, settled boolean) RETURNS boolean
LANGUAGE plpgsql SECURITY DEFINER SET search_path = pg_catalog, public, pg_temp AS $$
DECLARE one note;
BEGIN
  SELECT * INTO one FROM note WHERE id = which;
  IF one.id IS NULL OR NOT one.band = ANY (bands_to_speak_in()) OR NOT coalesce(is_for_me(one), false)
    OR NOT coalesce(one.author = current_member(), false) AND NOT coalesce(one.asked = current_member(), false)
      AND NOT edits(role_in(one.band))
  THEN RETURN false; END IF;
  UPDATE note SET settled_at = CASE WHEN settled THEN coalesce(settled_at, now()) END,
                  settled_by = CASE WHEN settled THEN current_member() END WHERE id = which;
  RETURN true;
END $$;

CREATE FUNCTION tell_of_note() RETURNS trigger LANGUAGE plpgsql
SET search_path = pg_catalog, public, pg_temp AS $$
BEGIN
  PERFORM pg_notify('news', json_build_object('kind', 'notes',
    'band', coalesce(NEW.band, OLD.band), 'document', coalesce(NEW.document, OLD.document))::text);
  RETURN NULL;
END $$;
CREATE TRIGGER note_is_told AFTER INSERT OR UPDATE OR DELETE ON note
  FOR EACH ROW EXECUTE FUNCTION tell_of_note();

-- Who is named in what was done in a band: those who wrote a note that one reads, too.
CREATE OR REPLACE FUNCTION names_in(asked uuid) RETURNS TABLE (id uuid, name text)
LANGUAGE sql STABLE SECURITY DEFINER SET search_path = pg_catalog, public, pg_temp AS $$
  SELECT member.id, member.name FROM member
  WHERE asked = ANY (bands_to_read()) AND member.id IN (
    SELECT author FROM change WHERE band = asked
    UNION SELECT made_by FROM version WHERE band = asked
    UNION SELECT author FROM note WHERE band = asked AND is_for_me(note)
    UNION SELECT actor FROM audit WHERE band = asked AND asked = ANY (bands_to_lead())
    UNION SELECT subject FROM audit WHERE band = asked AND asked = ANY (bands_to_lead()))
$$;

DO $$
BEGIN
  EXECUTE format('CREATE POLICY for_functions ON note TO %I USING (true) WITH CHECK (true)', current_user);
END $$;
REVOKE EXECUTE ON ALL FUNCTIONS IN SCHEMA public FROM PUBLIC;
GRANT EXECUTE ON FUNCTION bands_to_speak_in(), is_for_me(note), settle_note(uuid, boolean) TO ebrant_app;
