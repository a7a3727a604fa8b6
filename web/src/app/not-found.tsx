import { Link } from 'react-router';

export const NotFound = () => (
  <main className="p-8">
    <h1 className="text-piece">There is no such page</h1>
    <p className="mt-3">
      The address leads nowhere. Go to the{' '}
      <Link className="underline" to="/repertoire">
        repertoire
      </Link>
      .
    </p>
  </main>
);
