import { channel } from 'node:diagnostics_channel';
import type { IncomingMessage, ServerResponse } from 'node:http';
import { log } from '@/outside/log';
import { enterRoute, routeOf } from '@/outside/request-route';

/** An answer that took longer is worth a look. */
const slowMs = 1000;
/** Streams stand open; files of the build are not ours to answer. */
const passedOver = /^\/(?:api\/live|_next\/)/;

interface Heard {
  readonly request: IncomingMessage;
  readonly response: ServerResponse;
}

/** Says in the log which requests are slow, by their route; queries learn from here which request they belong to. */
export function watchRequests(): void {
  const begun = new WeakMap<IncomingMessage, { readonly at: number; readonly route: string }>();
  channel('http.server.request.start').subscribe((message) => {
    const { request } = message as Heard;
    if (passedOver.test(request.url ?? '')) return;
    const route = routeOf(request.method ?? '', request.url ?? '');
    begun.set(request, { at: performance.now(), route });
    enterRoute(route);
  });
  channel('http.server.response.finish').subscribe((message) => {
    const { request, response } = message as Heard;
    const started = begun.get(request);
    if (!started) return;
    const ms = Math.round(performance.now() - started.at);
    if (ms >= slowMs) log.warn({ route: started.route, status: response.statusCode, ms }, 'slow request');
  });
}
