import type { Plugin } from 'vite';

/** The typefaces the first line of a desk is set in: a page that is laid out before it has them is laid out again. */
const FIRST_FACES = /alegreya-latin-(400|700)-normal.*woff2$|alegreya-sans-latin-(400|500|700)-normal.*woff2$/;

function link(attrs: Readonly<Record<string, string>>) {
  return { tag: 'link', attrs: { ...attrs, crossorigin: true }, injectTo: 'head' as const };
}

/**
 * The first page names the application's own files, so that they are fetched beside the small script
 * that asks for them and not after it.
 */
export function applicationLink(): Plugin {
  return {
    name: 'step-ladder-application-link',
    apply: 'build',
    transformIndexHtml: {
      order: 'post',
      handler(_, { bundle = {} }) {
        const chunks = Object.values(bundle).filter((file) => file.type === 'chunk');
        const application = chunks.find(({ moduleIds }) =>
          moduleIds.some((id) => id.endsWith('/src/app/application.tsx')),
        );
        if (!application)
          throw new Error('The build has no chunk of src/app/application.tsx to name on the first page.');
        const scripts = [application.fileName, ...application.imports];
        const faces = Object.keys(bundle).filter((file) => FIRST_FACES.test(file));
        return [
          ...scripts.map((file) => link({ rel: 'modulepreload', href: `./${file}` })),
          ...faces.map((file) => link({ rel: 'preload', as: 'font', type: 'font/woff2', href: `./${file}` })),
        ];
      },
    },
  };
}
