// A Babel plugin of the app's bundle. The rooms of core name their exports one by one; in a bundle each name costs a
// getter, and every room comes along whole. An import from core's index, or from a room's, goes straight to the file.
const { existsSync, readFileSync } = require('node:fs');
const { dirname, join, relative, resolve, sep } = require('node:path');

const CORE = join(__dirname, '../core/src');

const indexes = new Map();

/** Which file of a folder has a name, by the folder's index. */
function namesIn(folder) {
  let names = indexes.get(folder);
  if (!names) {
    names = new Map();
    const text = readFileSync(join(folder, 'index.ts'), 'utf8');
    for (const [, listed, from] of text.matchAll(/export \{([^}]*)\} from '([^']+)';/g)) {
      for (const name of listed.split(',')) names.set(name.trim(), resolve(folder, from));
    }
    indexes.set(folder, names);
  }
  return names;
}

function fileOf(folder, name) {
  const found = namesIn(folder).get(name);
  if (!found) throw new Error(`core's index at ${folder} has no ${name}`);
  return existsSync(join(found, 'index.ts')) ? fileOf(found, name) : found;
}

/** The folder whose index an import names; null where it is not one of core's. */
function folderOf(source, from) {
  if (source === '@humble-churn/core') return CORE;
  if (!source.startsWith('.') || !from.startsWith(CORE)) return null;
  const folder = resolve(dirname(from), source);
  return existsSync(join(folder, 'index.ts')) ? folder : null;
}

/** As it is written in an import. Metro keeps what was made of a file for other checkouts, too: no absolute paths. */
function pathTo(file, from) {
  const path = relative(dirname(from), file).split(sep).join('/');
  return path.startsWith('.') ? path : `./${path}`;
}

module.exports = ({ types: t }) => ({
  visitor: {
    ImportDeclaration(path, { filename }) {
      const { source, specifiers, importKind } = path.node;
      const folder = importKind === 'type' ? null : folderOf(source.value, filename);
      if (!folder || specifiers.length === 0) return;
      path.replaceWithMultiple(
        specifiers.map((one) => {
          if (!t.isImportSpecifier(one)) throw path.buildCodeFrameError('Import names from core one by one.');
          const file = fileOf(folder, one.imported.name);
          return t.importDeclaration([one], t.stringLiteral(pathTo(file, filename)));
        }),
      );
    },
  },
});
