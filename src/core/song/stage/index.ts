/** What a screen on the stage shows at a moment: where we are, how many bars are left, what comes. */
export * from './stage';
