import type { Handlers } from '../contract/serve.ts';
import type { Feed, Told } from './feed.ts';

/** A line goes out this often, so that a connection that is gone is noticed, ms. */
const BEAT = 20_000;

const written = ({ number, change }: Told): string => `id: ${number}\ndata: ${JSON.stringify(change)}\n\n`;

export const feedHandlers = (feed: Feed): Pick<Handlers, 'feed'> => ({
  async feed({ query, request, response }) {
    response.writeHead(200, {
      'Content-Type': 'text/event-stream',
      'Cache-Control': 'no-store',
      'X-Accel-Buffering': 'no',
    });
    // Where it was broken off, the browser says by itself what it has seen last.
    const seen = request.get('Last-Event-ID') ?? query.after;
    const begun = { number: feed.number, change: { what: 'nothing' } as const };
    response.write(
      `retry: 1000\n\n${seen === undefined ? written(begun) : feed.since(seen).map(written).join('')}`,
    );
    const end = feed.listen(told => response.write(written(told)));
    const beat = setInterval(() => response.write(': \n\n'), BEAT);
    response.once('close', () => {
      end();
      clearInterval(beat);
    });
  },
});
