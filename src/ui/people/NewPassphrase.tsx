import { PasswordInput } from '@mantine/core';

type Props = { readonly label?: string; readonly error?: string | undefined };

/** A passphrase that is chosen now. */
export const NewPassphrase = ({ label = 'New passphrase', error }: Props) => (
  <PasswordInput
    size="sm"
    name="passphrase"
    label={label}
    description="12 characters at least: three or four words."
    autoComplete="new-password"
    required
    maxLength={200}
    error={error}
    flex={1}
  />
);
