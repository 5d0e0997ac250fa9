import { readdirSync, readFileSync } from 'node:fs';
import { expect, test } from 'vitest';

const STYLE = /<style[^>]*>([\s\S]*?)<\/style>/;
const SPACE = /(?<![\w-])(?:padding|margin|gap|row-gap|column-gap)(?:-[a-z-]+)?:[^;{}]*;/g;
const TYPE = /(?<![\w-])(?:font|font-size):[^;{}]*;/g;

/** Marks drawn with a letter, of the size of their cell. */
const DRAWN = 10;

const styles = (readdirSync('src', { recursive: true }) as string[])
  .filter((file) => /\.(svelte|css)$/.test(file))
  .map((file) => {
    const text = readFileSync(`src/${file}`, 'utf8');
    return { file, css: file.endsWith('.css') ? text : (STYLE.exec(text)?.[1] ?? '') };
  });

const pixels = (declaration: string) =>
  [...declaration.matchAll(/(\d+(?:\.\d+)?)px/g)].map((found) => Number(found[1]));

test('spaces are steps of the scale', () => {
  const off = styles.flatMap(({ file, css }) =>
    (css.match(SPACE) ?? [])
      .filter((one) => pixels(one).some((px) => px > 1))
      .map((one) => `${file}: ${one}`),
  );
  expect(off).toEqual([]);
});

test('sizes of type are those of the scale', () => {
  const off = styles.flatMap(({ file, css }) =>
    (css.match(TYPE) ?? [])
      .filter((one) => pixels(one).some((px) => px >= DRAWN))
      .map((one) => `${file}: ${one}`),
  );
  expect(off).toEqual([]);
});
