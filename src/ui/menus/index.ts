export { type Action, ActionMenu } from './ActionMenu';
export { Drop } from './Drop';
