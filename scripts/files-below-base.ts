import type { Plugin } from 'vite';

const FILES =
  /<script[^>]* src="[^"]*"[^>]*><\/script>|<link (?=[^>]*rel="(?:modulepreload|stylesheet|preload|icon|manifest)")[^>]*>/g;

/**
 * Puts what the first page loads into a template: a browser looks ahead for files, and would ask for them beside the
 * page's own address before the page has said under which path they are. The script in `index.html` takes them out.
 */
export function filesBelowBase(): Plugin {
  return {
    name: 'step-ladder-files-below-base',
    apply: 'build',
    transformIndexHtml: {
      order: 'post',
      handler(html) {
        // The page is drawn when it has its styles, though a script put them there.
        const tags = (html.match(FILES) ?? []).map((tag) => tag.replace(/rel="stylesheet"/, '$& blocking="render"'));
        return html
          .replace(FILES, '')
          .replace('<script>', `<template id="files">${tags.join('')}</template>\n    <script>`);
      },
    },
  };
}
