/**
 * A show that several devices follow: they agree on the time, the conductor's plan is told as anchors, and
 * whoever follows stands where the anchors say, sliding rather than jumping.
 */
export * from './agreement';
export * from './anchor';
export * from './follower';
export * from './show';
