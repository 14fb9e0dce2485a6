export const chromium: string;
export const chromiumFlags: string[];
export function ensureChromium(): Promise<boolean>;
