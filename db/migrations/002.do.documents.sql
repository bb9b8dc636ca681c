-- Documents with their log of changes, and the songs, arrangements, events and sets around them.
-- Every table carries its band, and foreign keys carry it along: nothing can point into another band.

CREATE TABLE document (
  id uuid PRIMARY KEY,
  band uuid NOT NULL REFERENCES band,
  kind text NOT NULL CHECK (kind IN ('road-map', 'set')),
  body jsonb NOT NULL,
  revision integer NOT NULL DEFAULT 0 CHECK (revision >= 0),
  UNIQUE (id, band)
);

CREATE TABLE change (
  document uuid NOT NULL,
  band uuid NOT NULL,
  revision integer NOT NULL CHECK (revision > 0),
  id uuid NOT NULL,
  operations jsonb NOT NULL,
  author uuid NOT NULL REFERENCES member,
  at timestamptz NOT NULL DEFAULT now(),
  PRIMARY KEY (document, revision),
  UNIQUE (document, id),
  FOREIGN KEY (document, band) REFERENCES document (id, band)
);

CREATE TABLE song (
  id uuid PRIMARY KEY DEFAULT gen_random_uuid(),
  band uuid NOT NULL REFERENCES band,
  title text NOT NULL CHECK (length(btrim(title)) BETWEEN 1 AND 120),
  UNIQUE (id, band)
);

-- An arrangement is the document of the same id.
CREATE TABLE arrangement (
  id uuid PRIMARY KEY,
  band uuid NOT NULL,
  song uuid NOT NULL,
  name text NOT NULL CHECK (length(btrim(name)) BETWEEN 1 AND 120),
  position integer NOT NULL DEFAULT 0,
  UNIQUE (id, band),
  UNIQUE (song, name),
  FOREIGN KEY (id, band) REFERENCES document (id, band),
  FOREIGN KEY (song, band) REFERENCES song (id, band)
);

CREATE TABLE event (
  id uuid PRIMARY KEY DEFAULT gen_random_uuid(),
  band uuid NOT NULL REFERENCES band,
  kind text NOT NULL CHECK (kind IN ('gig', 'rehearsal')),
  title text NOT NULL CHECK (length(btrim(title)) BETWEEN 1 AND 120),
  place text NOT NULL DEFAULT '' CHECK (length(place) <= 120),
  starts_at timestamptz NOT NULL,
  UNIQUE (id, band)
);

-- A set is the document of the same id.
CREATE TABLE song_set (
  id uuid PRIMARY KEY,
  band uuid NOT NULL,
  event uuid NOT NULL,
  position integer NOT NULL,
  UNIQUE (id, band),
  FOREIGN KEY (id, band) REFERENCES document (id, band),
  FOREIGN KEY (event, band) REFERENCES event (id, band)
);

-- Which arrangements a set's document names: kept in step with it in the same transaction, so that
-- the database refuses a set that names another band's song.
CREATE TABLE set_item (
  song_set uuid NOT NULL,
  item text NOT NULL,
  band uuid NOT NULL,
  arrangement uuid NOT NULL,
  PRIMARY KEY (song_set, item),
  FOREIGN KEY (song_set, band) REFERENCES song_set (id, band),
  CONSTRAINT set_item_of_the_band FOREIGN KEY (arrangement, band) REFERENCES arrangement (id, band)
);

CREATE INDEX song_by_band ON song (band, title);
CREATE INDEX arrangement_by_song ON arrangement (song);
CREATE INDEX event_by_band ON event (band, starts_at);
CREATE INDEX song_set_by_event ON song_set (event);
CREATE INDEX set_item_by_arrangement ON set_item (arrangement);

DO $$
DECLARE name text;
BEGIN
  FOREACH name IN ARRAY ARRAY['document', 'change', 'song', 'arrangement', 'event', 'song_set', 'set_item']
  LOOP
    EXECUTE format('ALTER TABLE %I ENABLE ROW LEVEL SECURITY', name);
    EXECUTE format('CREATE POLICY members_read ON %I FOR SELECT TO ebrant_app USING (may_read(band))', name);
    EXECUTE format('CREATE POLICY editors_insert ON %I FOR INSERT TO ebrant_app WITH CHECK (may_edit(band))', name);
    EXECUTE format('CREATE POLICY editors_update ON %I FOR UPDATE TO ebrant_app USING (may_edit(band)) WITH CHECK (may_edit(band))', name);
    EXECUTE format('CREATE POLICY editors_delete ON %I FOR DELETE TO ebrant_app USING (may_edit(band))', name);
  END LOOP;
END $$;

GRANT SELECT, INSERT, UPDATE ON document, song, arrangement, event, song_set TO ebrant_app;
GRANT SELECT, INSERT, UPDATE, DELETE ON set_item TO ebrant_app;
-- The log only grows.
GRANT SELECT, INSERT ON change TO ebrant_app;

CREATE FUNCTION tell_of_change() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  PERFORM pg_notify('document_changed', NEW.document || ' ' || NEW.revision);
  RETURN NULL;
END $$;

CREATE TRIGGER change_is_told AFTER INSERT ON change FOR EACH ROW EXECUTE FUNCTION tell_of_change();
