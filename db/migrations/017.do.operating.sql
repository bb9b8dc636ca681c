-- What whoever runs a server needs: a way to the first account, and to know how far the schema is.

-- Lets one person make an account where accounts take an invitation. Made by the owner alone, from the
-- machine; used once.
CREATE TABLE server_invitation (
  token_hash bytea PRIMARY KEY CHECK (length(token_hash) = 32),
  expires_at timestamptz NOT NULL
);

CREATE FUNCTION server_invitation_is_open(hash bytea) RETURNS boolean
LANGUAGE sql STABLE SECURITY DEFINER SET search_path = pg_catalog, public, pg_temp AS $$
  SELECT EXISTS (SELECT FROM server_invitation WHERE token_hash = hash AND expires_at > now())
$$;

-- Answers whether there was one to use. Of two at once, one finds it.
CREATE FUNCTION use_server_invitation(hash bytea) RETURNS boolean
LANGUAGE plpgsql SECURITY DEFINER SET search_path = pg_catalog, public, pg_temp AS $$
BEGIN
  DELETE FROM server_invitation WHERE token_hash = hash AND expires_at > now();
  RETURN FOUND;
END $$;

CREATE FUNCTION schema_version() RETURNS integer
LANGUAGE sql STABLE SECURITY DEFINER SET search_path = pg_catalog, public, pg_temp AS $$
  SELECT max(version)::integer FROM schemaversion
$$;

ALTER TABLE server_invitation ENABLE ROW LEVEL SECURITY;
ALTER TABLE server_invitation FORCE ROW LEVEL SECURITY;
DO $$ BEGIN
  EXECUTE format('CREATE POLICY for_functions ON server_invitation TO %I USING (true) WITH CHECK (true)', current_user);
END $$;

REVOKE EXECUTE ON ALL FUNCTIONS IN SCHEMA public FROM PUBLIC;
GRANT EXECUTE ON FUNCTION server_invitation_is_open(bytea), use_server_invitation(bytea), schema_version() TO ebrant_app;
