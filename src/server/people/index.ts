/** Members, their accounts and sessions, their bands and roles, and how they come into them. */
export * from './accounts';
export { counted } from './attempts';
export * from './bands';
export * from './deputies';
export * from './invitations';
export * from './kit';
export * from './passkeys';
export * from './passphrase';
export * from './recovery';
export * from './sessions';
