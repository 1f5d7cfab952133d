/**
 * Binary glTF 2.0: a document, and the pieces of its one buffer. Source: glTF 2.0 specification, Khronos (ISO/IEC
 * 12113), chapter 4.
 */
export function packGlb(document: object, parts: readonly Uint8Array[]): Uint8Array<ArrayBuffer> {
  const length = parts.reduce((sum, part) => sum + part.length, 0);
  const text = new TextEncoder().encode(JSON.stringify(document));
  const padded = (n: number) => Math.ceil(n / 4) * 4;
  const [json, binary] = [padded(text.length), padded(length)];
  const total = 12 + 8 + json + (length > 0 ? 8 + binary : 0);
  const bytes = new Uint8Array(total);
  const view = new DataView(bytes.buffer);
  [0x46546c67, 2, total, json, 0x4e4f534a].forEach((n, i) => view.setUint32(4 * i, n, true));
  bytes.fill(0x20, 20, 20 + json);
  bytes.set(text, 20);
  if (length > 0) {
    view.setUint32(20 + json, binary, true);
    view.setUint32(24 + json, 0x004e4942, true);
    let at = 28 + json;
    for (const part of parts) {
      bytes.set(part, at);
      at += part.length;
    }
  }
  return bytes;
}
