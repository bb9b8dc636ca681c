/** The package ships no types; this is as much of it as the tests use. */
declare module 'verovio' {
  const verovio: {
    readonly module: { calledRun?: boolean; onRuntimeInitialized: () => void };
    readonly toolkit: new () => unknown;
  };
  export default verovio;
}
