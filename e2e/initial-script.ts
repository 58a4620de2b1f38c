import { gzipSync } from 'node:zlib';
import type { APIRequestContext } from '@playwright/test';

/** Compressed bytes of all the script that the first page asks for before anything is chosen: what its document names, and what that imports. */
export async function initialScriptBytes(request: APIRequestContext): Promise<number> {
  const page = await (await request.get('/')).text();
  const open = [...page.matchAll(/(?:src|href)="([^"]+\.js)"/g)].map((m) => m[1]!);
  const seen = new Set<string>();
  let bytes = 0;
  for (let name = open.pop(); name; name = open.pop()) {
    if (seen.has(name)) continue;
    seen.add(name);
    const script = await (await request.get(`/${name}`)).body();
    bytes += gzipSync(script).length;
    // `import{a}from"./x.js"` and `import"./x.js"`; not `import("./x.js")`, which waits until it is wanted.
    for (const [, next] of script.toString('utf8').matchAll(/(?:from|import)\s*"\.\/([^"]+\.js)"/g)) open.push(next!);
  }
  return bytes;
}
