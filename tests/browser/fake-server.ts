/** A server that answers as a test tells it, by the table of routes: what it was asked stands in `asked`, in order. */
import type { ProblemBody } from '../../api/common.js';
import type { Route } from '../../api/route.js';
import { routes, type RouteName } from '../../api/routes.js';
import type { Answer, Ask } from '../../web/data/call.js';

export interface Asked {
  name: RouteName;
  params: Record<string, string>;
  query: Record<string, string>;
  body: unknown;
}
export class Refusal {
  constructor(
    readonly status: number,
    readonly title: string,
    readonly problems?: ProblemBody['problems'],
    readonly current?: unknown,
  ) {}
}
type Reply<N extends RouteName> = (ask: {
  params: NonNullable<Ask<N>['params']>;
  query: Record<string, string>;
  body: NonNullable<Ask<N>['body']>;
}) => Answer<N> | Refusal | Promise<Answer<N> | Refusal>;

const table = Object.entries(routes).map(([name, route]: [string, Route]) => ({
  name: name as RouteName,
  route,
  pattern: new RegExp(`^/api${route.path.replace(/:(\w+)/g, '(?<$1>[^/]+)')}$`),
}));

export class FakeServer {
  asked: Asked[] = [];
  /** Nothing answers at all. */
  down = false;
  private replies = new Map<RouteName, Reply<RouteName>>();

  /** Takes the page's requests from now on. */
  constructor() {
    globalThis.fetch = ((input: string, init: RequestInit = {}) => this.answer(input, init)) as typeof fetch;
  }
  on<N extends RouteName>(name: N, reply: Reply<N>): this {
    this.replies.set(name, reply as unknown as Reply<RouteName>);
    return this;
  }
  /** How often a route was asked. */
  times = (name: RouteName): number => this.asked.filter((a) => a.name === name).length;

  private async answer(input: string, init: RequestInit): Promise<Response> {
    if (this.down) throw new TypeError('fetch failed');
    const url = new URL(input, 'http://hall.test');
    for (const { name, route, pattern } of table) {
      const found = pattern.exec(url.pathname);
      if (!found || route.method !== (init.method ?? 'GET')) continue;
      const ask = {
        params: { ...found.groups },
        query: Object.fromEntries(url.searchParams),
        body: typeof init.body === 'string' ? (JSON.parse(init.body) as unknown) : init.body,
      };
      this.asked.push({ name, ...ask });
      const reply = this.replies.get(name);
      const value = reply ? await reply(ask as never) : new Refusal(404, `Nothing is told for ${name}`);
      // A call that was called off fails as a browser's does, however late the answer comes.
      init.signal?.throwIfAborted();
      if (value instanceof Refusal) {
        const problem: ProblemBody = { type: 'about:blank', requestId: 'r-1', ...value };
        return Response.json(problem, { status: value.status });
      }
      return value === undefined ? new Response(null, { status: 204 }) : Response.json(value);
    }
    throw new Error(`No route for ${init.method ?? 'GET'} ${url.pathname}`);
  }
}
