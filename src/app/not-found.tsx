import Link from 'next/link';

const NotFound = () => (
  <main style={{ padding: '15vh 24px', maxWidth: 560, margin: '0 auto' }}>
    <h1>Not here</h1>
    <p>There is no such page among those of your bands.</p>
    <Link href="/">To the sets</Link>
  </main>
);

export default NotFound;
