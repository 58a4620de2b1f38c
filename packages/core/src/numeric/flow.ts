/** An edge of a network that holds whole units. */
interface Edge {
  readonly to: number;
  room: number;
  /** The edge back, by its place in the list. */
  readonly back: number;
}

/**
 * Greatest flow of whole units through a network (Dinic). Nodes are 0 to size - 1.
 * @example const net = flowNetwork(3); const e = net.edge(0, 1, 5); net.edge(1, 2, 3); net.push(0, 2); // 3, net.through(e) is 3
 */
export function flowNetwork(size: number) {
  const edges: Edge[] = [];
  const from: number[][] = Array.from({ length: size }, () => []);
  const depth = new Int32Array(size);
  const tried = new Int32Array(size);

  function reach(source: number, sink: number): boolean {
    depth.fill(-1);
    depth[source] = 0;
    const queue = [source];
    for (const node of queue)
      for (const e of from[node]!) {
        const edge = edges[e]!;
        if (edge.room > 0 && depth[edge.to] === -1) {
          depth[edge.to] = depth[node]! + 1;
          queue.push(edge.to);
        }
      }
    return depth[sink] !== -1;
  }

  function send(node: number, sink: number, most: number): number {
    if (node === sink) return most;
    for (; tried[node]! < from[node]!.length; tried[node]!++) {
      const e = from[node]![tried[node]!]!;
      const edge = edges[e]!;
      if (edge.room <= 0 || depth[edge.to] !== depth[node]! + 1) continue;
      const sent = send(edge.to, sink, Math.min(most, edge.room));
      if (sent === 0) continue;
      edge.room -= sent;
      edges[edge.back]!.room += sent;
      return sent;
    }
    return 0;
  }

  return {
    /** Adds an edge that holds so many units; answers its number. */
    edge(a: number, b: number, holds: number): number {
      const e = edges.length;
      edges.push({ to: b, room: holds, back: e + 1 }, { to: a, room: 0, back: e });
      from[a]!.push(e);
      from[b]!.push(e + 1);
      return e;
    },
    /** Lets an edge hold more. */
    widen(edge: number, by: number): void {
      edges[edge]!.room += by;
    },
    /** Sends as much more as goes; answers how much. */
    push(source: number, sink: number): number {
      let total = 0;
      while (reach(source, sink)) {
        tried.fill(0);
        for (let sent = send(source, sink, Infinity); sent > 0; sent = send(source, sink, Infinity)) total += sent;
      }
      return total;
    },
    /** Units that go through an edge. */
    through: (edge: number): number => edges[edge + 1]!.room,
  };
}
