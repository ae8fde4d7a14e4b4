/*
 * A library to be preloaded, with which the n-th call that changes the disk below a folder fails, or the process ends right
 * before or right after it, as a kill or a power cut would end it. One run can also keep what each of these kills would leave:
 * the folder is copied before each of the calls, while no other call goes through.
 *
 *   FAULT_BELOW   the folder (by its real path); calls elsewhere pass
 *   FAULT_AT      the number of the call, from 1; 0 never
 *   FAULT_HOW     "fail" (with EIO), "before" or "after" (the process is killed)
 *   FAULT_RUN     calls are counted from 1 again when this changes
 *   FAULT_COPIES  a folder that is there: `1`, `2`, … become copies of the folder before the call of that number
 *
 * Sources: dlsym(3), proc(5). Counted are the calls by which Node's file system changes something on Linux.
 */
#define _GNU_SOURCE
#include <dlfcn.h>
#include <errno.h>
#include <fcntl.h>
#include <limits.h>
#include <pthread.h>
#include <signal.h>
#include <stdarg.h>
#include <stdio.h>
#include <stdlib.h>
#include <string.h>
#include <sys/stat.h>
#include <sys/types.h>
#include <sys/uio.h>
#include <sys/wait.h>
#include <unistd.h>

static int calls = 0;
static char of_run[32] = "";
/* A call that is made while a copy is made (by `cp`, in a process of its own) waits for it. */
static pthread_mutex_t turn = PTHREAD_MUTEX_INITIALIZER;

static void *real(const char *name) { return dlsym(RTLD_NEXT, name); }

static int starts(const char *path) {
  const char *below = getenv("FAULT_BELOW");
  size_t length = below ? strlen(below) : 0;
  return length > 0 && strncmp(path, below, length) == 0 && (path[length] == '/' || path[length] == 0);
}

static int handle_is_below(int handle) {
  char link[64], path[PATH_MAX];
  snprintf(link, sizeof link, "/proc/self/fd/%d", handle);
  ssize_t length = readlink(link, path, sizeof path - 1);
  if (length < 0) return 0;
  path[length] = 0;
  return starts(path);
}

/* Paths come plainly, or through the handle of a folder: /proc/self/fd/20/name. */
static int is_below(const char *path) {
  int handle;
  if (sscanf(path, "/proc/self/fd/%d/", &handle) == 1) return handle_is_below(handle);
  return starts(path);
}

static void copy_to(const char *copies) {
  char to[PATH_MAX];
  snprintf(to, sizeof to, "%s/%d", copies, calls);
  pid_t child = vfork();
  if (child == 0) {
    char *words[] = {"cp", "-a", getenv("FAULT_BELOW"), to, NULL};
    char *nothing[] = {NULL};
    execve("/bin/cp", words, nothing);
    _exit(127);
  }
  int status = -1;
  if (child < 0 || waitpid(child, &status, 0) != child || status != 0) abort();
}

static int matters(int below) {
  if (!below) return 0;
  const char *run = getenv("FAULT_RUN");
  if (run && strcmp(run, of_run) != 0) {
    snprintf(of_run, sizeof of_run, "%s", run);
    calls = 0;
  }
  calls += 1;
  const char *copies = getenv("FAULT_COPIES");
  if (copies) copy_to(copies);
  const char *at = getenv("FAULT_AT");
  return at != NULL && atoi(at) == calls;
}

static int is_how(const char *word) {
  const char *how = getenv("FAULT_HOW");
  return how != NULL && strcmp(how, word) == 0;
}

#define GUARD(below, call)                        \
  int is_inside = (below);                        \
  if (is_inside) pthread_mutex_lock(&turn);       \
  int hit = matters(is_inside);                   \
  if (hit && is_how("before")) raise(SIGKILL);    \
  long result = -1;                               \
  int is_failure = hit && is_how("fail");         \
  if (!is_failure) result = (call);               \
  int error = is_failure ? EIO : errno;           \
  if (hit && is_how("after")) raise(SIGKILL);     \
  if (is_inside) pthread_mutex_unlock(&turn);     \
  errno = error;                                  \
  return result;

int rename(const char *from, const char *to) {
  int (*call)(const char *, const char *) = real("rename");
  GUARD(is_below(from) || is_below(to), call(from, to))
}
int link(const char *from, const char *to) {
  int (*call)(const char *, const char *) = real("link");
  GUARD(is_below(from) || is_below(to), call(from, to))
}
int unlink(const char *path) {
  int (*call)(const char *) = real("unlink");
  GUARD(is_below(path), call(path))
}
int mkdir(const char *path, mode_t mode) {
  int (*call)(const char *, mode_t) = real("mkdir");
  GUARD(is_below(path), call(path, mode))
}
int rmdir(const char *path) {
  int (*call)(const char *) = real("rmdir");
  GUARD(is_below(path), call(path))
}
int symlink(const char *text, const char *path) {
  int (*call)(const char *, const char *) = real("symlink");
  GUARD(is_below(path), call(text, path))
}
int fchmod(int file, mode_t mode) {
  int (*call)(int, mode_t) = real("fchmod");
  GUARD(handle_is_below(file), call(file, mode))
}
int fsync(int file) {
  int (*call)(int) = real("fsync");
  GUARD(handle_is_below(file), call(file))
}
ssize_t write(int file, const void *bytes, size_t size) {
  ssize_t (*call)(int, const void *, size_t) = real("write");
  GUARD(handle_is_below(file), call(file, bytes, size))
}
ssize_t pwrite64(int file, const void *bytes, size_t size, off64_t at) {
  ssize_t (*call)(int, const void *, size_t, off64_t) = real("pwrite64");
  GUARD(handle_is_below(file), call(file, bytes, size, at))
}
static int opened(const char *name, const char *path, int flags, mode_t mode) {
  int (*call)(const char *, int, ...) = real(name);
  GUARD((flags & O_CREAT) && is_below(path), call(path, flags, mode))
}
int open(const char *path, int flags, ...) {
  va_list more;
  va_start(more, flags);
  mode_t mode = (flags & O_CREAT) ? va_arg(more, mode_t) : 0;
  va_end(more);
  return opened("open", path, flags, mode);
}
int open64(const char *path, int flags, ...) {
  va_list more;
  va_start(more, flags);
  mode_t mode = (flags & O_CREAT) ? va_arg(more, mode_t) : 0;
  va_end(more);
  return opened("open64", path, flags, mode);
}
