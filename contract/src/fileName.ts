/** A recipe's name as any file system takes it, without an ending. */
export function fileNameOf(name: string): string {
  const plain = name
    .normalize('NFKC')
    .toLowerCase()
    .replace(/[^\p{L}\p{N}]+/gu, '-')
    .replace(/^-+|-+$/g, '')
    .slice(0, 60);
  return plain === '' ? 'recipe' : plain;
}
