import node from '@astrojs/node';
import react from '@astrojs/react';
import locales from '@react-aria/optimize-locales-plugin';
import tailwindcss from '@tailwindcss/vite';
import { defineConfig } from 'astro/config';

/**
 * Takes icons from their own files: through the package's index the build reads all 1,900 of them.
 * @type {import('vite').Plugin}
 */
const icons = {
  name: 'icons-one-by-one',
  enforce: 'pre',
  transform(/** @type {string} */ code, /** @type {string} */ id) {
    if (!id.includes('/src/') || !code.includes("'lucide-react'")) return null;
    return code.replace(
      /import \{([^}]*)\} from 'lucide-react';/g,
      (/** @type {string} */ _, /** @type {string} */ names) =>
        names
          .split(',')
          .map((/** @type {string} */ n) => n.trim())
          .filter(Boolean)
          .map((/** @type {string} */ n) => {
            const file = n.replace(/([a-z])([A-Z0-9])/g, '$1-$2').toLowerCase();
            return `import ${n} from '/node_modules/lucide-react/dist/esm/icons/${file}.mjs';`;
          })
          .join(' '),
    );
  },
};

export default defineConfig({
  output: 'server',
  outDir: 'dist/site',
  adapter: node({ mode: 'standalone' }),
  integrations: [react()],
  devToolbar: { enabled: false },
  // src/middleware.ts compares the Origin with the Host that was really asked, which is what counts here
  security: { checkOrigin: false },
  // pages run the files they came with, and the few inline scripts they were built with, by their hashes; styles set on
  // elements are drawings' own sizes and colours
  experimental: {
    csp: {
      // the one rule that the components' library adds by itself
      styleDirective: { resources: ["'self'"], hashes: ['sha256-38RhXrc7EdReTKsOm23ZPOCUgniTUUcjky8QOOrQx6o='] },
      directives: [
        "default-src 'self'",
        "img-src 'self' data: blob:",
        "font-src 'self' data:",
        "connect-src 'self'",
        "worker-src 'self'",
        "object-src 'none'",
        "base-uri 'none'",
        "form-action 'self'",
      ],
    },
  },
  // the interface speaks English: the component library's words for thirty other languages stay at home
  vite: {
    plugins: [icons, locales.vite({ locales: ['en-US'] }), tailwindcss()],
    build: { chunkSizeWarningLimit: 1500 },
  },
});
