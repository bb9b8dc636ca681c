export { Judged } from './Judged';
