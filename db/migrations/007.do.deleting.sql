-- What is no longer wanted is put away (archived) or deleted. What is deleted can be brought back for
-- thirty days; then it goes for good, with its document and its log, unless a set still plays it.

ALTER TABLE song ADD COLUMN archived_at timestamptz, ADD COLUMN deleted_at timestamptz;
ALTER TABLE arrangement ADD COLUMN deleted_at timestamptz;
ALTER TABLE song_set ADD COLUMN deleted_at timestamptz;
ALTER TABLE event ADD COLUMN archived_at timestamptz, ADD COLUMN deleted_at timestamptz;

-- The name of a deleted arrangement is free again.
ALTER TABLE arrangement DROP CONSTRAINT arrangement_song_name_key;
CREATE UNIQUE INDEX arrangement_by_name ON arrangement (song, name) WHERE deleted_at IS NULL;

-- A gig is at a time of its own place, whoever looks from wherever.
ALTER TABLE event
  ADD COLUMN time_zone text NOT NULL DEFAULT 'Etc/UTC' CHECK (length(time_zone) BETWEEN 1 AND 64),
  ADD COLUMN load_in_at timestamptz;

-- Runs as the owner and as upkeep: no member may delete a document or a change of the log.
CREATE FUNCTION purge_deleted() RETURNS integer LANGUAGE plpgsql SECURITY DEFINER
SET search_path = pg_catalog, public, pg_temp AS $$
DECLARE
  over timestamptz := now() - interval '30 days';
  sets uuid[];
  arrangements uuid[];
BEGIN
  PERFORM set_config('ebrant.upkeep', 'on', true);
  SELECT coalesce(array_agg(song_set.id), '{}') INTO sets
  FROM song_set JOIN event ON event.id = song_set.event
  WHERE song_set.deleted_at < over OR event.deleted_at < over;
  DELETE FROM set_item WHERE song_set = ANY (sets);
  DELETE FROM song_set WHERE id = ANY (sets);
  DELETE FROM event WHERE deleted_at < over;
  SELECT coalesce(array_agg(arrangement.id), '{}') INTO arrangements
  FROM arrangement JOIN song ON song.id = arrangement.song
  WHERE (arrangement.deleted_at < over OR song.deleted_at < over)
    AND NOT EXISTS (SELECT FROM set_item WHERE set_item.arrangement = arrangement.id);
  DELETE FROM arrangement WHERE id = ANY (arrangements);
  DELETE FROM song WHERE deleted_at < over
    AND NOT EXISTS (SELECT FROM arrangement WHERE arrangement.song = song.id);
  DELETE FROM change WHERE document = ANY (sets || arrangements);
  DELETE FROM document WHERE id = ANY (sets || arrangements);
  PERFORM set_config('ebrant.upkeep', '', true);
  RETURN cardinality(sets) + cardinality(arrangements);
END $$;
REVOKE EXECUTE ON FUNCTION purge_deleted() FROM PUBLIC;
GRANT EXECUTE ON FUNCTION purge_deleted() TO ebrant_app;
