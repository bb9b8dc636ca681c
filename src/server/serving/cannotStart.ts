/** Why a server cannot start, as a sentence for whoever runs it. */
export class CannotStart extends Error {}
