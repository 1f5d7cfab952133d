import type { BufferGeometry, IUniform } from 'three';

type Class<T> = abstract new (...values: never[]) => T;

/** The value of a uniform that holds an object of a class. Throws where it holds none. */
export function uniformOf<T>(uniforms: Readonly<Record<string, IUniform>>, name: string, sort: Class<T>): T {
  const value: unknown = uniforms[name]?.value;
  if (value instanceof sort) return value;
  throw new TypeError(`The uniform “${name}” is not a ${sort.name}.`);
}

/** An attribute of a geometry that is of a class. Throws where it is not. */
export function attributeOf<T>(geometry: BufferGeometry, name: string, sort: Class<T>): T {
  const attribute: unknown = geometry.getAttribute(name);
  if (attribute instanceof sort) return attribute;
  throw new TypeError(`The attribute “${name}” is not a ${sort.name}.`);
}

/** The numbers of an attribute in 32-bit floats. Throws where they are others. */
export function floatsOf(geometry: BufferGeometry, name: string): Float32Array {
  const { array } = geometry.getAttribute(name);
  if (array instanceof Float32Array) return array;
  throw new TypeError(`The attribute “${name}” is not in 32-bit floats.`);
}
