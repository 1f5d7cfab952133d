import { Registry } from '../../document/registry';
import { average } from './average';
import { layered } from './layered';
import { product } from './product';
import type { RuleKind } from './rule';
import { strongest } from './strongest';
import { sum } from './sum';

/** Every way in which a group combines its members. */
export const rules = new Registry<RuleKind>('rule', [sum, average, strongest, layered, product]);
