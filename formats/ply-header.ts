import { fileFault } from './scene-faults';

/** Bytes in which the header of a PLY must end. */
const MOST_HEADER = 65_536;

/** Bytes of the types of numbers (PLY polygon file format, Turk 1994). */
const SIZES: Readonly<Record<string, number>> = {
  char: 1,
  uchar: 1,
  int8: 1,
  uint8: 1,
  short: 2,
  ushort: 2,
  int16: 2,
  uint16: 2,
  int: 4,
  uint: 4,
  int32: 4,
  uint32: 4,
  float: 4,
  float32: 4,
  double: 8,
  float64: 8,
};

/**
 * Holds the header of a PLY against the size of the file: it must not promise more than there can be. Throws a fault
 * that names the file, the element, and how many there are at most.
 */
export function checkPly(bytes: Uint8Array, name: string): void {
  const head = new TextDecoder('latin1').decode(bytes.subarray(0, MOST_HEADER));
  const end = head.indexOf('end_header');
  if (end < 0) throw fileFault('damaged', `“${name}” can’t be read as PLY: its header has no end.`, 'a whole PLY file');
  const binary = /\bformat\s+binary/.test(head.slice(0, end));
  let element: { name: string; count: number; bytes: number } | undefined;
  let room = bytes.length - end;
  const close = () => {
    if (!element) return;
    const least = element.count * Math.max(1, element.bytes);
    if (!Number.isSafeInteger(element.count) || element.count < 0 || least > room)
      throw fileFault(
        'damaged',
        `“${name}” can’t be read as PLY: it is cut off or damaged. Its header promises ${element.count} of “${element.name.slice(0, 40)}”, and the file has room for ${Math.max(0, Math.floor(room / Math.max(1, element.bytes)))}.`,
        'a whole PLY file',
      );
    room -= least;
  };
  for (const line of head.slice(0, end).split('\n')) {
    const [word, a = '', b = ''] = line.trim().split(/\s+/);
    if (word === 'element') {
      close();
      element = { name: a, count: Number(b), bytes: 0 };
    } else if (word === 'property' && element) {
      // A list takes its count at least; a number written as text takes a digit and a space.
      element.bytes += binary ? (SIZES[a === 'list' ? b : a] ?? 1) : a === 'list' ? 2 : 1;
    }
  }
  close();
}
