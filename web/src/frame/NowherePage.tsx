import { Link } from 'react-router';

/** An address that leads nowhere. */
export function Component() {
  return (
    <main className="table-ground grow p-10">
      <h1 className="text-3xl">There is nothing here</h1>
      <p className="mt-2">
        The address leads to no view.{' '}
        <Link to="/" className="text-chalk underline">
          Go to your conversions
        </Link>
        .
      </p>
    </main>
  );
}
