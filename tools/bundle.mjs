// Bundles the programs that run on Node: our own packages are inlined, everything from the registry stays outside.
// Names of folders choose: `node tools/bundle.mjs cli`.
import { build } from 'esbuild';

const ours = {
  name: 'ours-inlined',
  setup({ onResolve }) {
    onResolve({ filter: /^[^./]/ }, ({ path, kind }) =>
      kind === 'entry-point' || path.startsWith('@limber/') ? undefined : { path, external: true },
    );
  },
};

const programs = {
  server: ['serve', 'worker', 'supervise', 'owner-link', 'check-settings', 'back-up'],
  demo: ['load'],
  cli: ['compute'],
};

const chosen = process.argv.slice(2);
for (const [place, names] of Object.entries(programs)) {
  if (chosen.length > 0 && !chosen.includes(place)) continue;
  await build({
    entryPoints: names.map((name) => `./${place}/src/${name}.ts`),
    outdir: `${place}/dist`,
    outExtension: { '.js': '.mjs' },
    bundle: true,
    platform: 'node',
    target: 'node20',
    format: 'esm',
    sourcemap: true,
    logLevel: 'warning',
    plugins: [ours],
  });
}
