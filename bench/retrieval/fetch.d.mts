export declare const TEXTS: string
export declare function fetchTexts(): void
