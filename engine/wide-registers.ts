import { createHash } from 'node:crypto';

/**
 * Clears the upper halves of this thread’s wide registers, in Node.js. Its routines for text and base64 use 512 bits
 * where a processor has them and leave those halves in use; as long as they are, some processors (Cascade Lake, for
 * one) run everything in the thread a tenth slower, the kernel’s 128 bits too. OpenSSL’s SHA-256 ends with VZEROUPPER
 * where it uses wide registers, which is what JavaScript can get at. Takes some microseconds. docs/performance.md has
 * the measurement.
 */
export function clearWideRegisters(): void {
  createHash('sha256').update('').digest();
}
