import { readdirSync } from 'node:fs';
import { join, relative, sep } from 'node:path';
import { SCREENS } from '@humble-churn/contract';

const APP = join(__dirname, '../app');

/** The addresses that the router makes of the files: `[name]` is a parameter, `index` the folder itself. */
function addresses(): string[] {
  return readdirSync(APP, { recursive: true, withFileTypes: true })
    .filter((file) => file.isFile() && !/^[_+]/.test(file.name))
    .map((file) => {
      const path = relative(APP, join(file.parentPath, file.name)).split(sep).join('/');
      const plain = path.replace(/\.tsx$/, '').replace(/(^|\/)index$/, '');
      return `/${plain.replace(/\[(\w+)\]/g, ':$1')}`;
    });
}

test('the server knows every screen that there is, and no other', () => {
  expect(addresses().sort()).toEqual([...SCREENS].sort());
});
