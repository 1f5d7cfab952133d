import tailwindcss from '@tailwindcss/vite';
import react from '@vitejs/plugin-react';
import { defineConfig } from 'vite';

/** `vite build` makes the page, `vite build --ssr` the programs for Node.js. */
export default defineConfig(({ isSsrBuild }) =>
  isSsrBuild
    ? {
        // Its file for Node.js would load a second three; bundled, there is one.
        ssr: { noExternal: ['three-mesh-bvh'] },
        build: {
          outDir: 'dist/node',
          target: 'node20',
          ssr: true,
          rolldownOptions: {
            input: {
              server: 'server/main.ts',
              cli: 'cli/main.ts',
              'node-worker': 'engine/node-worker.ts',
              'bake-worker': 'server/bake-worker.ts',
              bench: 'bench/main.ts',
              'bench-worker': 'bench/worker.ts',
              docs: 'cli/docs.ts',
            },
            output: { entryFileNames: '[name].js', chunkFileNames: '[name]-[hash].js' },
          },
        },
      }
    : {
        root: 'web',
        plugins: [react(), tailwindcss()],
        build: {
          outDir: '../dist/web',
          emptyOutDir: true,
          target: 'es2023',
          assetsInlineLimit: 0,
          chunkSizeWarningLimit: 1500,
        },
        worker: { format: 'es' },
      },
);
