export const BUILD_STAGES = ['watch', 'handsOnly', 'seated', 'movement', 'whole'] as const
/** A stage of building up: watch a round, hands only, sitting, the movement while the breath is left free, the whole movement with its breath. */
export type BuildStage = (typeof BUILD_STAGES)[number]
