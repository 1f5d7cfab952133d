import { Scene as Group } from 'three';
import { looksOf } from '../../../core/kinds/looks';
import { isMoving, thingAt } from '../../../core/document/keys/thing-at';
import { imageShown } from '../../../core/document/image-shown';
import type { Scene } from '../../../core/document/scene';
import type { Resources } from '../../../core/kinds/emitter-shapes/shape';
import type { Frame } from '../../../engine/frame';
import { thinned } from './thinned';
import type { Layer, ViewContext, Wanted } from './layer';
import { layerOf } from './layer-of';

/** The layers of one emitter. */
interface Drawn {
  /** What is laid on the picture, and what is solid. */
  readonly soft: Group;
  readonly solid: Group;
  readonly layers: { readonly key: readonly unknown[]; readonly layer: Layer }[];
}

/** Parts of an emitter that have nothing to do with how it is drawn. */
const UNSEEN = ['shape', 'masks', 'emission', 'birth', 'body'] as const;

/** All looks of all emitters of a scene. */
export class Layers {
  /** What is laid on the picture, far emitters’ order by the scene; and what is solid. */
  readonly soft = new Group();
  readonly solid = new Group();
  private drawn: Drawn[] = [];

  get count(): number {
    return this.drawn.length;
  }

  /** Whether any look is solid. */
  get hasSolid(): boolean {
    return this.drawn.some(({ solid }) => solid.visible && solid.children.length > 0);
  }

  /** Takes the looks of a scene, its automations keyed. */
  setScene(scene: Scene, resources: Resources): void {
    scene.emitters.forEach((emitter, e) => {
      const drawn = (this.drawn[e] ??= this.addEmitter());
      const looks = looksOf(emitter);
      looks.forEach((look, l) => {
        const plan = layerOf(emitter, look, resources);
        const known = drawn.layers[l];
        if (!known || known.key.length !== plan.key.length || !known.key.every((part, i) => part === plan.key[i])) {
          if (known) drop(drawn, known.layer);
          const layer = plan.make();
          layer.object.renderOrder = e + l / 100;
          drawn.layers[l] = { key: plan.key, layer };
          (layer.solid ? drawn.solid : drawn.soft).add(layer.object);
        }
        drawn.layers[l]!.layer.setLook(look);
        drawn.layers[l]!.layer.setZones(scene.zones);
      });
      for (const { layer } of drawn.layers.splice(looks.length)) drop(drawn, layer);
    });
    for (const drawn of this.drawn.splice(scene.emitters.length)) {
      for (const { layer } of drawn.layers) drop(drawn, layer);
      this.soft.remove(drawn.soft);
      this.solid.remove(drawn.solid);
    }
  }

  /**
   * Takes the particles of a frame, at that frame of the scene’s time; or only a part of them, drawn larger to make up
   * for the others.
   */
  setFrame(
    scene: Scene,
    frame: Frame,
    at: number,
    span: number,
    known: (frame: number) => Frame | undefined,
    part: number,
  ): void {
    const enlarge = scene.work.enlarge || part < 1;
    const draftFraction = part * (scene.work.enlarge ? frame.draftFraction : 1);
    const shown = (hash: string) => imageShown(scene, hash, at);
    scene.emitters.forEach((emitter, e) => {
      const { layers } = this.drawn[e]!;
      if (isMoving(emitter, UNSEEN)) {
        const now = looksOf(thingAt(emitter, at));
        layers.forEach(({ layer }, l) => layer.setLook(now[l]!));
      }
      for (const { layer } of layers) layer.showImages?.(shown);
      const before = (frames: number) => known(frame.frame - frames)?.emitters[e];
      // Particles that are joined are drawn all or not at all.
      const particles = emitter.body.kind === 'points' ? thinned(frame.emitters[e]!, part) : frame.emitters[e]!;
      for (const { layer } of layers) layer.setParticles(particles, { draftFraction, enlarge, span, before });
    });
  }

  /** Says which emitters are drawn. */
  show(isShown: (e: number) => boolean): void {
    this.drawn.forEach(({ soft, solid }, e) => (soft.visible = solid.visible = isShown(e)));
  }

  prepare(context: ViewContext): void {
    for (const { layers } of this.drawn) for (const { layer } of layers) layer.prepare(context);
  }

  setWanted(wanted: Wanted): void {
    for (const { layers } of this.drawn) for (const { layer } of layers) layer.setWanted(wanted);
  }

  dispose(): void {
    for (const { layers } of this.drawn) for (const { layer } of layers) layer.dispose();
  }

  private addEmitter(): Drawn {
    const drawn = { soft: new Group(), solid: new Group(), layers: [] };
    this.soft.add(drawn.soft);
    this.solid.add(drawn.solid);
    return drawn;
  }
}

function drop({ soft, solid }: Drawn, layer: Layer): void {
  soft.remove(layer.object);
  solid.remove(layer.object);
  layer.dispose();
}
