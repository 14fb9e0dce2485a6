export function buildName(): string;
