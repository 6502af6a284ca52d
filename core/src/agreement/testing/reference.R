# Reference values for agreement.test.ts, by Debian's R with the packages psych and vcd:
#   apt-get install r-base-core r-cran-psych r-cran-vcd
#   Rscript core/src/agreement/testing/reference.R > core/src/agreement/testing/reference.json
suppressMessages({
  library(psych)
  library(vcd)
})
f <- function(x) formatC(x, digits = 15, format = "g")
list_of <- function(xs) paste0("[", paste(f(xs), collapse = ", "), "]")
judged <- matrix(c(9, 2, 5, 8, 6, 1, 3, 2, 8, 4, 6, 8, 7, 1, 2, 6, 10, 5, 6, 9, 6, 2, 4, 7), ncol = 4, byrow = TRUE)
# Three raters of twelve units in four levels: numbers without a meaning.
levels <- matrix(c(0, 0, 1, 1, 1, 2, 3, 3, 3, 2, 1, 2, 0, 1, 0, 3, 2, 3, 2, 2, 2, 1, 1, 0, 3, 3, 2, 0, 0, 0, 2, 3, 3, 1, 2, 1), ncol = 3, byrow = TRUE)
icc_of <- function(x) {
  r <- ICC(x, lmer = FALSE)$results
  rows <- sapply(1:6, function(i) list_of(c(r$ICC[i], r$"lower bound"[i], r$"upper bound"[i])))
  paste0("{", paste0('"', c("1,1", "2,1", "3,1", "1,k", "2,k", "3,k"), '": ', rows, collapse = ", "), "}")
}
table_of <- table(factor(levels[, 1], 0:3), factor(levels[, 2], 0:3))
kappa_of <- function(kind, weights) list_of(unclass(Kappa(table_of, weights = weights))[[kind]])
fleiss_of <- function(x) {
  counts <- t(apply(x, 1, function(u) sapply(0:3, function(l) sum(u == l))))
  m <- ncol(x)
  observed <- mean((rowSums(counts^2) - m) / (m * (m - 1)))
  expected <- sum((colSums(counts) / sum(counts))^2)
  f((observed - expected) / (1 - expected))
}
wilson_of <- function(k, n) {
  p <- prop.test(k, n, correct = FALSE)$conf.int
  list_of(c(p[1], p[2]))
}
cat("{\n")
cat('  "madeBy": "', R.version.string, ", psych ", as.character(packageVersion("psych")), ", vcd ", as.character(packageVersion("vcd")), '",\n', sep = "")
cat('  "judged": ', icc_of(judged), ",\n", sep = "")
cat('  "levels": ', icc_of(levels), ",\n", sep = "")
cat('  "kappa": {"none": ', kappa_of("Unweighted", "Equal-Spacing"), ', "linear": ', kappa_of("Weighted", "Equal-Spacing"), ', "quadratic": ', kappa_of("Weighted", "Fleiss-Cohen"), "},\n", sep = "")
cat('  "fleiss": ', fleiss_of(levels), ",\n", sep = "")
cat('  "wilson": {"8 of 10": ', wilson_of(8, 10), ', "1 of 29": ', wilson_of(1, 29), "},\n", sep = "")
cat('  "f": {"0.975 5 18": ', f(qf(0.975, 5, 18)), ', "0.025 4.7 3.2": ', f(qf(0.025, 4.7, 3.2)), ', "0.99 1 1000": ', f(qf(0.99, 1, 1000)), "}\n", sep = "")
cat("}\n")
