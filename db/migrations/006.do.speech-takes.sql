-- Words are kept in two takes: at the usual pace, and short for a fast count.

ALTER TABLE speech ADD COLUMN take text NOT NULL DEFAULT 'plain' CHECK (take IN ('plain', 'short'));
ALTER TABLE speech DROP CONSTRAINT speech_pkey, ADD PRIMARY KEY (voice, take, words);
