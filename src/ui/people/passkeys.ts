import { startAuthentication, startRegistration } from '@simplewebauthn/browser';
import { type Called, call } from '../shared/call';

/** Why a browser has made or shown no passkey. */
const nothingCame = (error: unknown): Called<never> => {
  const { name } = error as Error;
  return {
    ok: false,
    code: 'invalid',
    sentence:
      name === 'InvalidStateError'
        ? 'This passkey is here already.'
        : name === 'NotAllowedError' || name === 'AbortError'
          ? 'No passkey was given.'
          : 'Passkeys work over TLS and on the machine itself, in browsers that know them.',
  };
};

type RegistrationOptions = Parameters<typeof startRegistration>[0]['optionsJSON'];
type AuthenticationOptions = Parameters<typeof startAuthentication>[0]['optionsJSON'];

/** Has the browser make a passkey, and keeps it under a name. */
export const makePasskey = async (name: string): Promise<Called<unknown>> => {
  const options = await call<RegistrationOptions>('POST', '/api/account/passkeys/options');
  if (!options.ok) return options;
  try {
    const response = await startRegistration({ optionsJSON: options.value });
    return await call('POST', '/api/account/passkeys', { name, response });
  } catch (error) {
    return nothingCame(error);
  }
};

/** Signs in by a passkey that the browser shows. */
export const showPasskey = async (): Promise<Called<unknown>> => {
  const options = await call<AuthenticationOptions>('POST', '/api/session/passkey/options');
  if (!options.ok) return options;
  try {
    const response = await startAuthentication({ optionsJSON: options.value });
    return await call('POST', '/api/session/passkey', { response });
  } catch (error) {
    return nothingCame(error);
  }
};
