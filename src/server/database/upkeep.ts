/** The owner sees and writes rows only once it has said that it works on the database as a whole. */
export const UPKEEP = `SELECT set_config('ebrant.upkeep', 'on', false)`;
