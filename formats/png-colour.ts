import { joinedBytes } from './joined-bytes';
import { chunksOf, SIGNATURE, written } from './png-chunks';

/**
 * A PNG that says that its colours are sRGB, to be shown perceptually. Source: PNG (Third Edition), W3C, 11.3.2.5
 * “sRGB”.
 */
export function withSrgb(png: Uint8Array): Uint8Array<ArrayBuffer> {
  const [header, ...rest] = chunksOf(png);
  const pieces = [
    Uint8Array.from(SIGNATURE),
    ...[header!, { type: 'sRGB', data: Uint8Array.of(0) }, ...rest].map(written),
  ];
  return joinedBytes(pieces);
}
