/**
 * Version 2 adds carriers, colliders, meshes, masks, gates, keys of places, the scene box and the whole. All have
 * defaults that act as if they were not there, so a document of version 1 means the same under the new number.
 */
export function toVersion2(document: Record<string, unknown>): Record<string, unknown> {
  return { ...document, version: 2 };
}
