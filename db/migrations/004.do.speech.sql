-- Spoken words, recorded once and kept by voice and text. They belong to nobody.

CREATE TABLE speech (
  voice text NOT NULL CHECK (voice IN ('british', 'american')),
  words text NOT NULL CHECK (length(words) BETWEEN 1 AND 200),
  -- 16-bit samples at 48 kHz, little-endian.
  samples bytea NOT NULL,
  made timestamptz NOT NULL DEFAULT now(),
  PRIMARY KEY (voice, words)
);
CREATE INDEX speech_by_age ON speech (made);
GRANT SELECT, INSERT, DELETE ON speech TO ebrant_app;
