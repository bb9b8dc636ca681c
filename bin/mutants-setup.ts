import fc from 'fast-check';

// A mutant that a property does not find in so long (ms) is left to the examples.
fc.configureGlobal({ interruptAfterTimeLimit: 400 });
