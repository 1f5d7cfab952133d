import { packGlb } from './glb';
import type { ParticleTable } from './particles';

const FLOAT = 5126;
const POINTS = 0;

interface Attribute {
  readonly type: 'VEC3' | 'SCALAR';
  readonly component: typeof FLOAT;
  readonly values: Float32Array;
  readonly bounds?: { readonly min: number[]; readonly max: number[] };
}

/** Three columns, one beside the other. */
function together(table: ParticleTable, names: readonly ['x' | 'vx', 'y' | 'vy', 'z' | 'vz']): Float32Array {
  const columns = names.map((name) => table.columns[name]);
  return Float32Array.from({ length: 3 * table.id.length }, (_, i) => columns[i % 3]![Math.floor(i / 3)]!);
}

function boundsOf(xyz: Float32Array): { min: number[]; max: number[] } {
  const [min, max] = [
    [Infinity, Infinity, Infinity],
    [-Infinity, -Infinity, -Infinity],
  ];
  xyz.forEach((n, i) => {
    min[i % 3] = Math.min(min[i % 3]!, n);
    max[i % 3] = Math.max(max[i % 3]!, n);
  });
  return { min, max };
}

function attributesOf(table: ParticleTable): Record<string, Attribute> {
  const position = together(table, ['x', 'y', 'z']);
  const scalar = (values: Float32Array): Attribute => ({ type: 'SCALAR', component: FLOAT, values });
  return {
    POSITION: { type: 'VEC3', component: FLOAT, values: position, bounds: boundsOf(position) },
    _VELOCITY: { type: 'VEC3', component: FLOAT, values: together(table, ['vx', 'vy', 'vz']) },
    // Of the standard's types only this one holds a whole number of 32 bits; as an attribute it is not allowed, so it
    // goes in two halves.
    _ID_LOW: scalar(Float32Array.from(table.id, (id) => id & 0xffff)),
    _ID_HIGH: scalar(Float32Array.from(table.id, (id) => id >>> 16)),
    _AGE: scalar(table.age),
    _LIFE: scalar(table.columns.life),
    _SIZE: scalar(table.columns.size),
  };
}

/**
 * The particles of one frame as binary glTF 2.0: a node of points for each emitter that has any, with velocities in
 * m/s, ages and lives in seconds and diameters in metres as attributes of their own; a number is _ID_HIGH · 65536 +
 * _ID_LOW. Source: glTF 2.0 specification, Khronos (ISO/IEC 12113).
 */
export function particlesGlb(tables: readonly ParticleTable[]): Uint8Array<ArrayBuffer> {
  const views: { buffer: 0; byteOffset: number; byteLength: number }[] = [];
  const accessors: unknown[] = [];
  const parts: Uint8Array[] = [];
  let length = 0;
  const used = tables.filter(({ id }) => id.length > 0);
  const meshes = used.map((table) => {
    const attributes = Object.entries(attributesOf(table)).map(([name, { type, component, values, bounds }]) => {
      const bytes = new Uint8Array(values.buffer, values.byteOffset, values.byteLength);
      views.push({ buffer: 0, byteOffset: length, byteLength: bytes.length });
      parts.push(bytes);
      length += bytes.length;
      accessors.push({
        bufferView: views.length - 1,
        componentType: component,
        count: table.id.length,
        type,
        ...bounds,
      });
      return [name, accessors.length - 1] as const;
    });
    return { name: table.emitter, primitives: [{ mode: POINTS, attributes: Object.fromEntries(attributes) }] };
  });
  const document = {
    asset: { version: '2.0', generator: 'Bathyclast' },
    scene: 0,
    scenes: [{ nodes: used.map((_, i) => i) }],
    nodes: used.map(({ emitter }, i) => ({ name: emitter, mesh: i })),
    ...(used.length > 0 && { meshes, accessors, bufferViews: views, buffers: [{ byteLength: length }] }),
  };
  return packGlb(document, parts);
}
