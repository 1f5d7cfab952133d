import { completeImage } from '../core/scene/read';
import { strToU8, zipSync } from 'fflate';
import { constants, deflateRawSync } from 'node:zlib';
import { describe, expect, it } from 'vitest';
import { SCENE_VERSION } from '../core/document/scene';
import { examples, findExample } from '../core/examples';
import { nestingDepth } from './bounded-json';
import { canonicalPng, contentHash } from './image';
import { SceneFaults } from './scene-faults';
import { imageOf } from '../core/document/assets';
import { decodedAssets, readSceneFile, sceneText, writeSceneFile } from './scene-file';
import { FILE_LIMITS } from './package';

const { scene } = examples[0]!;
const bytes = (text: string) => new TextEncoder().encode(text);

async function refusal(file: Uint8Array): Promise<string> {
  const error = await readSceneFile(file).then(
    () => undefined,
    (e: unknown) => e,
  );
  expect(error).toBeInstanceOf(SceneFaults);
  return (error as SceneFaults).message;
}

/**
 * So many zero bytes, deflated: one block that refers to nothing before it, again and again, and an empty last block
 * (RFC 1951).
 */
function deflatedZeros(size: number): Uint8Array {
  const zeros = Buffer.alloc(2 ** 22);
  const block = deflateRawSync(zeros, { finishFlush: constants.Z_FULL_FLUSH });
  return Buffer.concat([...Array.from({ length: size / zeros.length }, () => block), Buffer.from([3, 0])]);
}

/** A zip whose scene.json is that deflated data and is claimed to unpack to `size` bytes (APPNOTE.TXT 4.3). */
function claiming(deflated: Uint8Array, size: number): Uint8Array {
  const zip = zipSync({ 'scene.json': [deflated, { level: 0 }] });
  const view = new DataView(zip.buffer);
  const central = view.getUint32(zip.length - 6, true);
  view.setUint16(8, 8, true);
  view.setUint32(22, size, true);
  view.setUint16(central + 10, 8, true);
  view.setUint32(central + 24, size, true);
  return zip;
}

/** A scene with one image, as a package. */
async function packaged() {
  const png = canonicalPng({ width: 2, height: 1, rgba: new Uint8Array([0, 0, 0, 255, 255, 255, 255, 255]) });
  const hash = await contentHash(png);
  return {
    scene: { ...scene, images: [completeImage({ hash, name: 'two.png', width: 2, height: 1 })] },
    files: new Map([[hash, png]]),
  };
}

it('groups, modulators, spans and the kept desk come through a file as they are', async () => {
  const swarm = findExample('lantern-swarm')!.scene;
  const { fields, groups, desk } = swarm;
  const whole = {
    ...swarm,
    desk: { ...desk, master: 0.7 },
    keptDesk: { fields, groups, desk: { ...desk, state: 'B' as const } },
  };
  const read = await readSceneFile(bytes(sceneText(whole)));
  expect(read.scene).toEqual(whole);
});

describe('scene files', () => {
  it('a package gives back the same scene and images; the same scene gives the same bytes', async () => {
    const made = await packaged();
    const file = writeSceneFile(made);
    const read = await readSceneFile(file);
    expect(read.scene).toEqual(made.scene);
    expect(imageOf(decodedAssets(read.scene, read.files), made.scene.images[0]!.hash)!.levels).toEqual(
      new Uint8Array([0, 255]),
    );
    expect(writeSceneFile(made)).toEqual(file);
  });

  it('a bare JSON document is a scene file, too', async () =>
    expect((await readSceneFile(bytes(sceneText(scene)))).scene).toEqual(scene));

  it('an image that is not the one its name says is refused', async () => {
    const made = await packaged();
    const [hash] = made.files.keys();
    const other = canonicalPng({ width: 1, height: 1, rgba: new Uint8Array([9, 9, 9, 255]) });
    expect(await refusal(writeSceneFile({ ...made, files: new Map([[hash!, other]]) }))).toMatch(/another hash/);
  });

  it('empty, cut-off, foreign and faulty files are refused in a sentence', async () => {
    expect(await refusal(new Uint8Array())).toMatch(/empty/);
    expect(await refusal(bytes(sceneText(scene).slice(0, 300)))).toMatch(/not whole JSON/);
    expect(await refusal(writeSceneFile(await packaged()).slice(0, 400))).toMatch(/damaged or cut-off/);
    expect(await refusal(zipSync({ 'notes.txt': strToU8('hello') }))).toMatch(/holds no scene.json/);
    expect(await refusal(bytes('{"format":"something-else"}'))).toMatch(/format is "something-else"/);
    expect(await refusal(new Uint8Array([0xff, 0xfe, 0x00, 0x80]))).toMatch(/not whole JSON/);
    expect(await refusal(bytes(sceneText({ ...scene, version: (SCENE_VERSION + 1) as never })))).toMatch(
      /newer Bathyclast/,
    );
  });

  it('a JSON 10 000 deep is refused without being parsed', async () => {
    const deep = bytes('['.repeat(10_000) + ']'.repeat(10_000));
    expect(nestingDepth(deep)).toBe(33);
    expect(await refusal(deep)).toMatch(/nested more than 32 deep/);
    expect(nestingDepth(bytes('{"a":"[[[[\\"[[["}'))).toBe(1);
  });

  it('a zip that unpacks to gigabytes is refused before it is unpacked, whatever size it owns up to', async () => {
    const deflated = deflatedZeros(2 ** 31);
    expect(deflated.length).toBeLessThan(FILE_LIMITS.bytes);
    const before = process.memoryUsage().arrayBuffers;
    expect(await refusal(claiming(deflated, 2 ** 31))).toMatch(/would unpack to more than/);
    expect(await refusal(claiming(deflated, 1000))).toMatch(/not whole JSON|damaged/);
    expect(process.memoryUsage().arrayBuffers - before).toBeLessThan(64 * 1024 * 1024);
  });

  it('a zip of too many entries is refused, and names that climb out of it are never taken', async () => {
    const many = Object.fromEntries(Array.from({ length: 10_100 }, (_, i) => [`n${i}`, strToU8('x')]));
    expect(await refusal(zipSync(many))).toMatch(/more than 10000 entries/);
    const sly = zipSync({
      'scene.json': strToU8(sceneText(scene)),
      '../../etc/passwd': strToU8('x'),
      'images/../../x.png': strToU8('x'),
    });
    expect((await readSceneFile(sly)).files.size).toBe(0);
  });
});
