-- A player's own kit, and a book of patterns for each band.

ALTER TABLE member ADD COLUMN kit jsonb;
GRANT SELECT (kit), UPDATE (kit) ON member TO ebrant_app;
-- What is kept of a member is read by name before anybody is signed in; a kit only by oneself.
ALTER TABLE member ENABLE ROW LEVEL SECURITY;
CREATE POLICY all_read ON member FOR SELECT TO ebrant_app USING (true);
CREATE POLICY own_kit ON member FOR UPDATE TO ebrant_app
  USING (id = current_member()) WITH CHECK (id = current_member());

ALTER TABLE document DROP CONSTRAINT document_kind_check;
ALTER TABLE document ADD CONSTRAINT document_kind_check CHECK (kind IN ('road-map', 'set', 'book'));

-- A book is the document of the same id.
CREATE TABLE book (
  id uuid PRIMARY KEY,
  band uuid NOT NULL UNIQUE,
  FOREIGN KEY (id, band) REFERENCES document (id, band)
);
ALTER TABLE book ENABLE ROW LEVEL SECURITY;
CREATE POLICY members_read ON book FOR SELECT TO ebrant_app USING (may_read(band));
GRANT SELECT ON book TO ebrant_app;

-- Every band has its book from the beginning.
CREATE FUNCTION open_book() RETURNS trigger LANGUAGE plpgsql AS $$
DECLARE opened uuid := gen_random_uuid();
BEGIN
  INSERT INTO document (id, band, kind, body)
  VALUES (opened, NEW.id, 'book', '{"format": "ebrant-book", "version": 1, "patterns": {}}');
  INSERT INTO book (id, band) VALUES (opened, NEW.id);
  RETURN NULL;
END $$;

CREATE TRIGGER band_has_book AFTER INSERT ON band FOR EACH ROW EXECUTE FUNCTION open_book();

DO $$
DECLARE earlier record;
DECLARE opened uuid;
BEGIN
  FOR earlier IN SELECT id FROM band LOOP
    opened := gen_random_uuid();
    INSERT INTO document (id, band, kind, body)
    VALUES (opened, earlier.id, 'book', '{"format": "ebrant-book", "version": 1, "patterns": {}}');
    INSERT INTO book (id, band) VALUES (opened, earlier.id);
  END LOOP;
END $$;
