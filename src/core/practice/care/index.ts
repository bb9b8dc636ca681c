/** What an evening does to the ears, and what playing for long does to the limbs. */
export * from './dose';
export * from './pause';
