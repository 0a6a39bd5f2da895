export const SERVER_MEMORY: Record<string, string>
