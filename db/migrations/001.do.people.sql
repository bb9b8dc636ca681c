-- Who there is, which bands they are in, and who is signed in.
--
-- The application connects as ebrant_app, which owns nothing and is subject to row security. Every
-- transaction on a band's data says for whom it runs (setting ebrant.member); without that, the
-- tables look empty and cannot be written. A query that forgets a check reads nothing.

DO $$ BEGIN
  IF NOT EXISTS (SELECT FROM pg_roles WHERE rolname = 'ebrant_app') THEN
    CREATE ROLE ebrant_app NOLOGIN;
  END IF;
END $$;

CREATE TYPE band_role AS ENUM ('leader', 'drummer', 'player', 'guest');

CREATE TABLE member (
  id uuid PRIMARY KEY DEFAULT gen_random_uuid(),
  name text NOT NULL CHECK (length(btrim(name)) BETWEEN 1 AND 120),
  passphrase_hash text NOT NULL CHECK (passphrase_hash LIKE '$argon2id$%')
);
CREATE UNIQUE INDEX member_by_name ON member (lower(name));

CREATE TABLE session (
  token_hash bytea PRIMARY KEY CHECK (length(token_hash) = 32),
  member uuid NOT NULL REFERENCES member ON DELETE CASCADE,
  expires_at timestamptz NOT NULL
);

CREATE TABLE band (
  id uuid PRIMARY KEY DEFAULT gen_random_uuid(),
  slug text NOT NULL UNIQUE CHECK (slug ~ '^[a-z0-9-]{1,60}$'),
  name text NOT NULL CHECK (length(btrim(name)) BETWEEN 1 AND 120)
);

CREATE TABLE membership (
  band uuid NOT NULL REFERENCES band ON DELETE CASCADE,
  member uuid NOT NULL REFERENCES member ON DELETE CASCADE,
  role band_role NOT NULL,
  PRIMARY KEY (band, member)
);

-- Attempts to sign in, counted by the rate limiter.
CREATE TABLE attempt (
  key text PRIMARY KEY,
  points integer NOT NULL DEFAULT 0,
  expire bigint
);

CREATE FUNCTION current_member() RETURNS uuid LANGUAGE sql STABLE AS $$
  SELECT nullif(current_setting('ebrant.member', true), '')::uuid
$$;

-- Runs as the owner, so that the policy of membership can ask about membership.
CREATE FUNCTION role_in(asked uuid) RETURNS band_role
LANGUAGE sql STABLE SECURITY DEFINER SET search_path = public AS $$
  SELECT role FROM membership WHERE band = asked AND member = current_member()
$$;

CREATE FUNCTION may_read(asked uuid) RETURNS boolean LANGUAGE sql STABLE AS $$
  SELECT role_in(asked) IS NOT NULL
$$;

CREATE FUNCTION may_edit(asked uuid) RETURNS boolean LANGUAGE sql STABLE AS $$
  SELECT coalesce(role_in(asked) IN ('leader', 'drummer'), false)
$$;

ALTER TABLE band ENABLE ROW LEVEL SECURITY;
ALTER TABLE membership ENABLE ROW LEVEL SECURITY;
CREATE POLICY read_own_bands ON band FOR SELECT TO ebrant_app USING (may_read(id));
CREATE POLICY read_own_bands ON membership FOR SELECT TO ebrant_app USING (may_read(band));

GRANT SELECT (id, name, passphrase_hash) ON member TO ebrant_app;
GRANT SELECT, INSERT, DELETE ON session TO ebrant_app;
GRANT SELECT, INSERT, UPDATE, DELETE ON attempt TO ebrant_app;
GRANT SELECT ON band, membership TO ebrant_app;
