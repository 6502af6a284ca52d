# The joint likelihood of the rating-scale model climbed by R's optim: prints the seconds that it takes, and the log-likelihood that it comes to.
rows <- read.csv(commandArgs(TRUE)[1])
k <- rows$level - min(rows$level)
top <- max(k)
a <- as.integer(factor(rows$camper)); j <- as.integer(factor(rows$coach)); i <- as.integer(factor(rows$checkpoint))
extreme <- tapply(k, a, function(x) all(x == 0) || all(x == top))
keep <- !extreme[a]
k <- k[keep]; a <- as.integer(factor(a[keep])); j <- j[keep]; i <- i[keep]
N <- max(a); J <- max(j); I <- max(i)
parts <- function(v) {
  whole <- function(x) c(x, -sum(x))
  list(b = v[1:N], s = whole(v[N + seq_len(J - 1)]), d = whole(v[N + J - 1 + seq_len(I - 1)]), f = whole(v[N + J + I - 2 + seq_len(top - 1)]))
}
probabilities <- function(p) {
  at <- p$b[a] - p$s[j] - p$d[i]
  e <- exp(outer(at, 0:top) - matrix(c(0, cumsum(p$f)), length(at), top + 1, byrow = TRUE))
  e / rowSums(e)
}
minus <- function(v) -sum(log(probabilities(parts(v))[cbind(seq_along(k), k + 1)]))
gradient <- function(v) {
  P <- probabilities(parts(v))
  off <- k - as.vector(P %*% (0:top))
  free <- function(g) g[-length(g)] - g[length(g)]
  sums <- function(x, by, n) as.vector(tapply(x, factor(by, seq_len(n)), sum))
  steps <- sapply(seq_len(top), function(s) sum(rowSums(P[, (s + 1):(top + 1), drop = FALSE]) - (k >= s)))
  -c(sums(off, a, N), free(-sums(off, j, J)), free(-sums(off, i, I)), free(steps))
}
seconds <- system.time(fit <- optim(rep(0, N + J - 1 + I - 1 + top - 1), minus, gradient, method = "BFGS", control = list(maxit = 1000, reltol = 1e-12)))
cat(seconds[["elapsed"]], formatC(-fit$value, digits = 12), "\n")
