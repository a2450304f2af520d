import type { Driver } from 'selenium-webdriver/chrome.js';

/** What a page takes once what is no longer shown has been swept up, bytes. */
export interface Heap {
  /** Scripts, their compiled code and the document. */
  readonly whole: number;
  /** The compiled code of scripts: it grows while the browser compiles again, and faster, what runs often. */
  readonly code: number;
}

/** The parts of a heap snapshot that are read. */
interface Snapshot {
  readonly snapshot: { readonly meta: { readonly node_fields: string[]; readonly node_types: [string[]] } };
  readonly nodes: number[];
}

interface Usage {
  readonly usedSize: number;
  readonly embedderHeapUsedSize: number;
}

/** Sweeps the page's heap and measures it. */
export async function heapOf(driver: Driver): Promise<Heap> {
  const tools = await driver.createCDPConnection('page');
  const chunks: string[] = [];
  const listen = (message: Buffer): void => {
    const { method, params } = JSON.parse(message.toString());
    if (method === 'HeapProfiler.addHeapSnapshotChunk') chunks.push(params.chunk);
  };
  tools._wsConnection.on('message', listen);
  await tools.send('HeapProfiler.collectGarbage', {});
  await tools.send('HeapProfiler.collectGarbage', {});
  const { usedSize, embedderHeapUsedSize }: Usage = (await tools.send('Runtime.getHeapUsage', {})).result;
  await tools.send('HeapProfiler.takeHeapSnapshot', { reportProgress: false });
  tools._wsConnection.close();
  const { snapshot, nodes }: Snapshot = JSON.parse(chunks.join(''));
  const { node_fields: fields, node_types: types } = snapshot.meta;
  const [kind, size] = [fields.indexOf('type'), fields.indexOf('self_size')];
  let code = 0;
  for (let at = 0; at < nodes.length; at += fields.length)
    if (types[0][nodes[at + kind]!] === 'code') code += nodes[at + size]!;
  return { whole: usedSize + embedderHeapUsedSize, code };
}
