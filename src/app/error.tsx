'use client';

/** Shown when a page could not be read, most often because the database is away. */
const ErrorPage = ({ reset }: { readonly reset: () => void }) => (
  <main style={{ padding: '15vh 24px', maxWidth: 560, margin: '0 auto' }}>
    <h1>This page could not be read</h1>
    <p>The server or its database does not answer at the moment. Nothing that was saved is lost.</p>
    <button type="button" onClick={reset}>
      Try again
    </button>
  </main>
);

export default ErrorPage;
