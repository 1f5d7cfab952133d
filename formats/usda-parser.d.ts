declare module 'three/addons/loaders/usd/USDAParser.js' {
  export class USDAParser {
    parseText(text: string): object;
  }
}
