// Bundles the programs that run on Node: our own packages are inlined, everything from the registry stays outside.
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

for (const [place, names] of Object.entries(programs))
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
