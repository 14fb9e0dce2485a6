import { useLocation, useNavigate, useRouteError } from 'react-router';
import { api } from '../api/client.ts';
import { download } from '../download.ts';
import { useDesign } from '../store/design.ts';
import { Button } from '../ui/Button.tsx';

/** A view that broke: the rest goes on, so that what broke it can be undone, taken away and told of. */
export function ViewFailure() {
  const error = useRouteError();
  const { pathname } = useLocation();
  const navigate = useNavigate();
  const { id, saved, travel } = useDesign();
  const message = error instanceof Error ? error.message : String(error);
  const again = () => navigate('.', { replace: true });
  const report = () =>
    download(
      'overcoat-report.json',
      'application/json',
      JSON.stringify(
        {
          message,
          stack: error instanceof Error ? error.stack : null,
          view: pathname.split('/').at(-1),
          revision: saved?.revision ?? null,
          lastChange: saved?.undo ?? null,
          at: new Date().toISOString(),
          browser: navigator.userAgent,
        },
        null,
        2,
      ),
    );
  return (
    <section role="alert" className="table-ground grow p-10">
      <h1 className="text-3xl">This view stopped</h1>
      <p className="mt-2 max-w-prose">
        {message} Nothing is lost, and the other views work. Where the last change broke it, undo that; a
        report holds what went wrong and nothing of your van.
      </p>
      <div className="mt-4 flex flex-wrap gap-2">
        <Button look="strong" onClick={again}>
          Show it again
        </Button>
        {saved?.undo && <Button onClick={() => void travel('undo').then(again)}>Undo: {saved.undo}</Button>}
        {id && (
          <Button
            onClick={() =>
              void api
                .exported(id)
                .then(file => download('design.overcoat.json', 'application/json', JSON.stringify(file)))
            }
          >
            Export the design
          </Button>
        )}
        <Button onClick={report}>Save a report</Button>
      </div>
    </section>
  );
}
