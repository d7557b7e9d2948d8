// Lays graphs out with elkjs, layered and with right-angled lines, for the yardstick of
// core/layout. It reads a list of graphs from standard input and writes, for each, the places
// of its nodes, the points of its edges and how long it took.
import { createRequire } from 'node:module';
import { readFileSync } from 'node:fs';

const require = createRequire(new URL('../ui/package.json', import.meta.url));
const ELK = require('elkjs');
const elk = new ELK();
const answers = [];
for (const graph of JSON.parse(readFileSync(0, 'utf8'))) {
  const began = performance.now();
  const result = await elk.layout({
    id: 'root',
    layoutOptions: {
      'elk.algorithm': 'layered',
      'elk.direction': 'DOWN',
      'elk.edgeRouting': 'ORTHOGONAL',
      'elk.spacing.nodeNode': String(graph.gapAcross),
      'elk.layered.spacing.nodeNodeBetweenLayers': String(graph.gapLayers),
      'elk.spacing.edgeNode': String(graph.gapEdge),
      'elk.spacing.edgeEdge': String(graph.gapLine),
      'elk.layered.spacing.edgeEdgeBetweenLayers': String(graph.gapLine),
      'elk.layered.spacing.edgeNodeBetweenLayers': String(graph.gapEdge),
      'elk.layered.thoroughness': '30',
    },
    children: graph.nodes.map(({ w, h }, i) => ({ id: `n${i}`, width: w, height: h })),
    edges: graph.edges.map(({ from, to }, i) => ({ id: `e${i}`, sources: [`n${from}`], targets: [`n${to}`] })),
  });
  const took = performance.now() - began;
  answers.push({
    took,
    nodes: result.children.map(({ x, y }) => ({ x: Math.round(x), y: Math.round(y) })),
    edges: result.edges.map(({ sections: [section] }) =>
      [section.startPoint, ...(section.bendPoints ?? []), section.endPoint].map(({ x, y }) => ({ x: Math.round(x), y: Math.round(y) })),
    ),
  });
}
process.stdout.write(JSON.stringify(answers));
