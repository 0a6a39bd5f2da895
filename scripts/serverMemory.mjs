/**
 * How the server is started so that it holds little: the C library keeps one store of freed memory for each thread that ever was, and two
 * serve as well (glibc, `mallopt(3)`: M_ARENA_MAX). Elsewhere it is not read.
 */
export const SERVER_MEMORY = { MALLOC_ARENA_MAX: '2' }
