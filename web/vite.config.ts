import tailwindcss from '@tailwindcss/vite';
import react from '@vitejs/plugin-react';
import { defineConfig } from 'vite';
import { buildName } from '../scripts/buildName.mjs';

/** What the list of conversions needs of the core: patterns drawn, addresses, the library. */
const FIRST =
  /core\/src\/(units|materials)\/|core\/src\/model\/(routes|format|lists|lookup|measurement)\.ts|core\/src\/survey\/shell\/(generate|layout|patterns|furnish|share|arch|outline)\.ts/;
const LATER =
  /core\/src\/(model|log|physics|survey|buildup|van|order|evaluate|studies|formats|demo)\/|papaparse/;

export default defineConfig(({ command }) => ({
  plugins: [react(), tailwindcss()],
  // Results that are kept belong to the sources that computed them, which change all the time while one develops.
  define: {
    'import.meta.env.VITE_BUILD': JSON.stringify(command === 'build' ? buildName() : `${Date.now()}`),
  },
  server: { port: 4182, proxy: { '/api': { target: 'http://127.0.0.1:4181', changeOrigin: true } } },
  build: {
    target: 'es2022',
    manifest: true,
    rolldownOptions: {
      output: {
        // What the list of conversions does not need comes with the first conversion opened.
        codeSplitting: {
          groups: [
            { name: 'shell', test: FIRST, priority: 2 },
            { name: 'workshop', test: LATER, priority: 1 },
          ],
        },
      },
    },
  },
}));
