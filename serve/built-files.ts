import { existsSync } from 'node:fs';
import { extname, join } from 'node:path';
import sendFile from 'send';
import type { Handler } from '../src/server/doors/front-door';

const PREFIX = '/_next/static/';
/** How a browser names what it can read, the smaller first, and the ending of the file that is made so. */
const FORMS = [
  ['br', '.br'],
  ['gzip', '.gz'],
] as const;
const TYPES: Readonly<Record<string, string>> = {
  '.js': 'text/javascript; charset=utf-8',
  '.css': 'text/css; charset=utf-8',
  '.svg': 'image/svg+xml',
  '.json': 'application/json; charset=utf-8',
};

/**
 * Sends the files of the build in the smallest form that was made of them and that the browser takes; everything else is
 * the application's to answer.
 * @param folder the static files of the build, with the compressed forms beside them
 */
export function sendingBuilt(application: Handler, folder: string): Handler {
  // Forms may still be being made: what is not there yet is looked for again.
  const made = new Set<string>();
  const isMade = (file: string) => {
    if (!made.has(file) && existsSync(join(folder, file))) made.add(file);
    return made.has(file);
  };
  return async (request, response) => {
    const [path = ''] = (request.url ?? '').split('?');
    if (!path.startsWith(PREFIX) || path.includes('..')) return application(request, response);
    const name = path.slice(PREFIX.length);
    const taken = formsTaken(request.headers['accept-encoding']);
    const type = TYPES[extname(name)];
    const form = type && FORMS.find(([way, ending]) => taken.includes(way) && isMade(name + ending));
    if (!form) return application(request, response);
    const [way, ending] = form;
    response.setHeader('content-encoding', way);
    response.setHeader('content-type', type);
    response.setHeader('vary', 'accept-encoding');
    // Its name changes with what is in it: nobody has to ask for it twice.
    sendFile(request, name + ending, {
      root: folder,
      immutable: true,
      maxAge: '365d',
      acceptRanges: false,
    }).pipe(response);
  };
}

/** How a browser says that it reads a form of a file; one of no quality it will not have. */
function formsTaken(accepts = ''): readonly string[] {
  const offers = accepts.toLowerCase().split(',');
  return offers.filter((offer) => !NONE.test(offer)).map((offer) => (offer.split(';')[0] ?? '').trim());
}

const NONE = /;\s*q=0(\.0*)?\s*$/;
