import { Link, useRouteError } from 'react-router';
import { Button } from '../ui/Button.tsx';

/** A view that broke: says so, and how to go on. What was saved is safe on the server. */
export function Failure() {
  const error = useRouteError();
  return (
    <main className="table-ground min-h-screen grow p-10">
      <h1 className="text-3xl">This view stopped</h1>
      <p className="mt-2 max-w-prose">
        {error instanceof Error ? error.message : 'Something unexpected happened.'} What was saved is kept;
        load the page again, or{' '}
        <Link to="/" className="text-chalk underline">
          go to your conversions
        </Link>
        .
      </p>
      <Button className="mt-4" look="strong" onClick={() => location.reload()}>
        Load again
      </Button>
    </main>
  );
}
