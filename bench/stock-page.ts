import { copyFileSync, mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { scoreOf } from '../src/core/score/from-study.ts';
import { lineStarts } from '../src/core/score/lines.ts';
import { musicXml } from '../src/core/score/musicxml.ts';
import { titleOf } from '../src/core/recipe/title.ts';
import { playable } from '../src/core/study/playable.ts';
import { optionsFor } from '../src/workers/lay-out.ts';

const PACKAGE = join(import.meta.dirname, '..', 'node_modules', 'verovio', 'dist');
/** As the desk lays it out in a window of 1280 by 800. */
const PAGE = { width: 800, staffHeight: 38 };

/**
 * A page that does nothing but load the engraver as its package brings it and draw one study, as a folder to be served.
 * It tells when the score stands, and how long the engraver takes for the same score once it has drawn it often: milliseconds.
 */
export function stockPage(asked: {
  readonly instrument: 'violin';
  readonly tonic: string;
  readonly octaves: number;
}): string {
  const { recipe, ways, passage } = playable({ ...asked, ways: 1 });
  const study = { title: titleOf(recipe), recipe, passage, way: ways[0]! };
  const lines = lineStarts(study, PAGE.width / PAGE.staffHeight);
  const folder = mkdtempSync(join(tmpdir(), 'step-ladder-stock-'));
  for (const name of ['verovio.mjs', 'verovio-module.mjs']) copyFileSync(join(PACKAGE, name), join(folder, name));
  writeFileSync(join(folder, 'score.xml'), musicXml(scoreOf(study, [0, ...lines])));
  writeFileSync(join(folder, 'options.json'), JSON.stringify(optionsFor(PAGE, 'encoded', 0)));
  writeFileSync(
    join(folder, 'index.html'),
    '<!doctype html><p id="score"></p><script type="module" src="/page.js"></script>',
  );
  writeFileSync(
    join(folder, 'page.js'),
    `import { VerovioToolkit } from './verovio.mjs';
    import createModule from './verovio-module.mjs';
    const [xml, options, module] = await Promise.all([
      fetch('/score.xml').then((file) => file.text()),
      fetch('/options.json').then((file) => file.json()),
      createModule(),
    ]);
    const toolkit = new VerovioToolkit(module);
    const draw = () => {
      toolkit.setOptions(options);
      toolkit.loadData(xml);
      return toolkit.renderToSVG(1);
    };
    document.getElementById('score').innerHTML = draw();
    const score = performance.now();
    for (let run = 0; run < 20; run += 1) draw();
    const took = [];
    for (let run = 0; run < 9; run += 1) {
      const began = performance.now();
      draw();
      took.push(performance.now() - began);
    }
    tell({ score, engraver: took.sort((a, b) => a - b)[4] });`,
  );
  return folder;
}
