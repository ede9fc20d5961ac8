/** Single-file components for Jest: compiled as Vite does, with the template inlined; styles are left out. */
import { transformSync } from '@swc/core';
import { compileScript, parse } from '@vue/compiler-sfc';

export default {
  process(source, filename) {
    const { descriptor, errors } = parse(source, { filename });
    if (errors.length > 0) throw errors[0];
    const compiled = compileScript(descriptor, { id: filename, inlineTemplate: true, genDefaultAs: undefined });
    return transformSync(compiled.content, {
      filename,
      sourceMaps: 'inline',
      jsc: { target: 'es2022', parser: { syntax: 'typescript' } },
      module: { type: 'es6' },
    });
  },
};
