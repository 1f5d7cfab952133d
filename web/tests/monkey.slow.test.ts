import { letTheMonkeyIn } from './monkey';

letTheMonkeyIn(0);
