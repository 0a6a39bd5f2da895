/**
 * How the server is started so that it holds little (glibc, `mallopt(3)`): the C library keeps one store of freed memory for each thread that ever was,
 * and two serve as well (M_ARENA_MAX); freed memory of 64 kB and more goes back to the system at once (M_TRIM_THRESHOLD, M_MMAP_THRESHOLD). Elsewhere it
 * is not read.
 */
export const SERVER_MEMORY = {
  MALLOC_ARENA_MAX: '2',
  MALLOC_TRIM_THRESHOLD_: '65536',
  MALLOC_MMAP_THRESHOLD_: '65536',
}
