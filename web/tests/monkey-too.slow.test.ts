import { letTheMonkeyIn } from './monkey';

letTheMonkeyIn(1);
