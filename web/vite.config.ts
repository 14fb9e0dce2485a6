import tailwindcss from '@tailwindcss/vite';
import react from '@vitejs/plugin-react';
import { defineConfig } from 'vite';

export default defineConfig({
  plugins: [react(), tailwindcss()],
  server: { port: 4182, proxy: { '/api': { target: 'http://127.0.0.1:4181', changeOrigin: true } } },
  build: { target: 'es2022', manifest: true },
});
