import type { Plugin } from 'vite';

const FILES =
  /<script[^>]* src="[^"]*"[^>]*><\/script>|<link (?=[^>]*rel="(?:modulepreload|stylesheet|preload|icon|manifest)")[^>]*>/g;

/**
 * Moves the tags that load files into a template, which the script in `index.html` inserts once it has set the base.
 * Otherwise the browser's preload scanner resolves them against the address of the page and gets 404s.
 */
export function filesBelowBase(): Plugin {
  return {
    name: 'step-ladder-files-below-base',
    apply: 'build',
    transformIndexHtml: {
      order: 'post',
      handler(html) {
        // An inserted stylesheet does not block rendering by itself.
        const tags = (html.match(FILES) ?? []).map((tag) => tag.replace(/rel="stylesheet"/, '$& blocking="render"'));
        return html
          .replace(FILES, '')
          .replace('<script>', `<template id="files">${tags.join('')}</template>\n    <script>`);
      },
    },
  };
}
