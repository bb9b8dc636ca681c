import { measureLoad } from './load';
import { table } from './measure';

console.log(table(await measureLoad(process.env.EBRANT_URL, process.env.DATABASE_OWNER_URL)));
