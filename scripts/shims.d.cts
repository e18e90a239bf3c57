interface Shim {
  why: string;
  from: string;
  names: string[];
}
export declare const LEFT_OUT: Shim[];
export declare const REPLACED: (Shim & { by: string })[];
export declare function inside(...parts: string[]): string;
export declare function isNamed(names: readonly string[], specifier: string): boolean;
