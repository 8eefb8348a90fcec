import { readdirSync } from 'node:fs';
import { join } from 'node:path';

// Every door of the program, found by itself: server actions, handlers and pages, called in this process as the framework calls them.

export type Action = (data: unknown) => Promise<unknown>;
type FormAction = (before: null, form: FormData) => Promise<unknown>;
export type Handler = ((request: Request, context: unknown) => Promise<Response>) & {
  readonly purpose?: string;
};
export type Page = (props: {
  readonly params: Promise<Record<string, string>>;
  readonly searchParams: Promise<Record<string, string>>;
}) => unknown;

export const address = 'http://127.0.0.1:3000';
const app = join(import.meta.dirname, '..', '..', 'src', 'app');
const files = readdirSync(app, { recursive: true }).map(String).sort();

/** Every server action by its name and file; one that a form sends by itself takes the fields of an input. */
export async function listActions(): Promise<{ name: string; file: string; action: Action }[]> {
  const found: { name: string; file: string; action: Action }[] = [];
  for (const file of files.filter((name) => name.endsWith('actions.ts'))) {
    const module = (await import(/* @vite-ignore */ join(app, file))) as Record<string, Action>;
    // Signing out takes nothing; the theme is a cookie.
    for (const [name, action] of Object.entries(module)) {
      if (action.length === 1) found.push({ name, file, action });
      // A form that the browser sends by itself.
      if (action.length === 2)
        found.push({ name, file, action: (data) => (action as unknown as FormAction)(null, formOf(data)) });
    }
  }
  // What ends a job comes last: a closed one is refused before anything else of it is looked at.
  const ends = ({ name }: { name: string }) => Number(/^(close|refuse)/.test(name));
  return found.sort((one, other) => ends(one) - ends(other));
}

/** The texts of an input as fields of a form; what else stands in it as its JSON. */
function formOf(data: unknown): FormData {
  const form = new FormData();
  for (const [name, value] of Object.entries(data ?? {}))
    form.set(name, typeof value === 'string' ? value : (JSON.stringify(value) ?? ''));
  return form;
}

/** Every handler by method and path. */
export async function listHandlers(): Promise<{ method: string; path: string; handler: Handler }[]> {
  const found: { method: string; path: string; handler: Handler }[] = [];
  // The service worker is a file that is made at build.
  for (const file of files.filter((name) => name.endsWith('route.ts') && !name.startsWith('serwist/'))) {
    const module = (await import(/* @vite-ignore */ join(app, file))) as Record<string, Handler>;
    for (const [method, handler] of Object.entries(module))
      found.push({ method, path: `/${file.replace(/\/route\.ts$/, '')}`, handler });
  }
  return found;
}

/** Every page by its path, groups left out. */
export async function listPages(): Promise<{ path: string; page: Page }[]> {
  const found: { path: string; page: Page }[] = [];
  for (const file of files.filter((name) => name.endsWith('page.tsx'))) {
    const { default: page } = (await import(/* @vite-ignore */ join(app, file))) as { default: Page };
    found.push({ path: `/${file.replace(/\/?page\.tsx$/, '').replace(/\([^)]*\)\//g, '')}`, page });
  }
  return found;
}

/** The names in a path, in their order. */
export function namesOf(path: string): string[] {
  return [...path.matchAll(/\[(?:\.\.\.)?(\w+)\]/g)].map(([, name]) => name ?? '');
}

/** A request to a handler as the framework hands it over, with what stands in its path. */
export function requestTo(
  path: string,
  params: Readonly<Record<string, string>>,
  {
    method = 'GET',
    query = '',
    body,
    type = 'application/json',
    headers = {},
  }: {
    readonly method?: string;
    readonly query?: string;
    readonly body?: BodyInit | undefined;
    readonly type?: string;
    readonly headers?: Readonly<Record<string, string>>;
  } = {},
): [Request, { params: Promise<Readonly<Record<string, string>>> }] {
  const at = path.replace(/\[(?:\.\.\.)?(\w+)\]/g, (_, name: string) =>
    encodeURIComponent(params[name] ?? ''),
  );
  const request = new Request(`${address}${at}?${query}`, {
    method,
    headers: {
      host: '127.0.0.1:3000',
      origin: address,
      ...(body === undefined ? {} : { 'content-type': type }),
      ...headers,
    },
    ...(body === undefined ? {} : { body }),
  });
  return [request, { params: Promise.resolve(params) }];
}

/** A redirect or a page that is not found is an answer of the framework, thrown. */
export const isAnswer = (error: unknown): boolean =>
  String((error as { digest?: unknown })?.digest ?? '').startsWith('NEXT_');
