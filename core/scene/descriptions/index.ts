export * from './birth';
export * from './collider';
export * from './dial';
export * from './emitter';
export * from './field';
export * from './group';
export * from './place';
export * from './scene';
