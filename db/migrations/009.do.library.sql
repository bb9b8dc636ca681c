-- What a band's book of patterns was called is its library now, as everywhere else in the field.

ALTER TABLE document DROP CONSTRAINT document_kind_check;
UPDATE document SET kind = 'library', body = jsonb_set(body, '{format}', '"ebrant-library"') WHERE kind = 'book';
ALTER TABLE document ADD CONSTRAINT document_kind_check CHECK (kind IN ('road-map', 'set', 'library'));

ALTER TABLE book RENAME TO library;

DROP TRIGGER band_has_book ON band;
DROP FUNCTION open_book();
CREATE FUNCTION open_library() RETURNS trigger LANGUAGE plpgsql
SET search_path = pg_catalog, public, pg_temp AS $$
DECLARE opened uuid := gen_random_uuid();
BEGIN
  INSERT INTO document (id, band, kind, body)
  VALUES (opened, NEW.id, 'library', '{"format": "ebrant-library", "version": 1, "patterns": {}}');
  INSERT INTO library (id, band) VALUES (opened, NEW.id);
  RETURN NULL;
END $$;
CREATE TRIGGER band_has_library AFTER INSERT ON band FOR EACH ROW EXECUTE FUNCTION open_library();
