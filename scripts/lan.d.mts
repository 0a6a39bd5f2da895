export function houseAddresses(): string[]
export function houseCertificate(
  addresses: readonly string[],
  options?: { nowMs?: number; folder?: string },
): Promise<{ key: string; certificate: string; authorityFile: string }>
