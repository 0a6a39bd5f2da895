/** Hand over: a routine with all that it needs, as a text, as a link's end, and as a row of code pictures; and what would come in of one. */
export * from './brought'
export * from './codeFrames'
export * from './sharePackage'
export * from './packed'
export * from './importPackage'
