-- Words are kept in two takes: at the usual pace, and short for a fast count.

ALTER TABLE speech ADD COLUMN take text NOT NULL DEFAULT 'plain' CHECK (take IN ('plain', 'short'));
ALTER TABLE speech DROP CONSTRAINT speech_pkey, ADD PRIMARY KEY (voice, take, words);

-- Fields, collections and values that got the field's own names; src/core/base/document/namesOfToday.ts says
-- the same of files and of unsent changes.
CREATE FUNCTION pg_temp.renamed(value jsonb, field text DEFAULT '') RETURNS jsonb LANGUAGE plpgsql IMMUTABLE AS $$
DECLARE
  keys constant jsonb := '{"turns": "timeChanges", "shades": "dynamics", "holds": "fermatas",
    "waved": "dismissed", "hats": "timekeeper", "lead": "warning", "heard": "inRecording",
    "design": "clickSettings", "across": "polyrhythm", "atAcross": "atPolyrhythm"}';
  words constant jsonb := jsonb_build_object(
    'in', keys,
    'kind', '{"hold": "held", "ones": "downbeats"}'::jsonb,
    'pulses', '{"ones": "downbeats"}'::jsonb,
    'variant', '{"small line-up": "plus percussion"}'::jsonb,
    'plays', '{"small line-up": "plus percussion"}'::jsonb);
BEGIN
  RETURN CASE jsonb_typeof(value)
    WHEN 'object' THEN (
      SELECT coalesce(jsonb_object_agg(coalesce(keys->>key, key), pg_temp.renamed(part, key)), '{}')
      FROM jsonb_each(value) AS one(key, part))
    WHEN 'array' THEN (
      SELECT coalesce(jsonb_agg(pg_temp.renamed(part) ORDER BY place), '[]')
      FROM jsonb_array_elements(value) WITH ORDINALITY AS one(part, place))
    WHEN 'string' THEN coalesce(words->field->(value #>> '{}'), value)
    ELSE value
  END;
END $$;

UPDATE document SET body = pg_temp.renamed(body);
UPDATE change SET operations = pg_temp.renamed(operations);
UPDATE member SET kit = pg_temp.renamed(kit) WHERE kit IS NOT NULL;
