# Reference values for severity.test.ts, by Debian's R with the package lme4:
#   apt-get install r-base-core r-cran-lme4
#   Rscript core/src/severity/testing/reference.R > core/src/severity/testing/reference.json
# Invented judgements: numbers without a meaning, drawn below.
suppressMessages(library(lme4))
f <- function(x) formatC(x, digits = 12, format = "g")
list_of <- function(xs) paste0("[", paste(f(xs), collapse = ", "), "]")
set.seed(20261127)

draw <- function(campers, coaches, checkpoints, steps, shared) {
  b <- rnorm(campers, 0.4, 1)
  s <- seq(-0.6, 0.6, length.out = coaches)
  d <- seq(-0.8, 0.8, length.out = checkpoints)
  rows <- expand.grid(checkpoint = seq_len(checkpoints), camper = seq_len(campers), coach = seq_len(coaches))
  first <- (rows$camper - 1) %% coaches + 1
  second <- rows$camper %% coaches + 1
  rows <- rows[rows$coach == first | (rows$coach == second & rows$camper %% shared == 0), ]
  rows$level <- apply(rows, 1, function(r) {
    at <- b[r["camper"]] - s[r["coach"]] - d[r["checkpoint"]]
    p <- exp(cumsum(c(0, at - steps)))
    sample(seq_along(p) - 1, 1, prob = p)
  })
  rows
}

# Joint maximum likelihood of the rating-scale model is that of a log-linear model with a parameter for each judgement: by R's glm.
joint <- function(rows, top) {
  n <- nrow(rows)
  long <- rows[rep(seq_len(n), each = top + 1), ]
  long$judgement <- factor(rep(seq_len(n), each = top + 1))
  k <- rep(0:top, n)
  y <- as.numeric(k == long$level)
  sums <- function(x, last) {
    m <- sapply(seq_len(last - 1), function(i) (x == i) - (x == last))
    colnames(m) <- NULL
    m
  }
  X <- cbind(
    sapply(sort(unique(long$camper)), function(i) k * (long$camper == i)),
    -k * sums(long$coach, max(rows$coach)),
    -k * sums(long$checkpoint, max(rows$checkpoint)),
    -sapply(seq_len(top - 1), function(s) (k >= s) - (k >= top) * 1)
  )
  # The last step is minus the sum of the others: passing it takes them back.
  steps <- sapply(seq_len(top - 1), function(s) -((k >= s) - (k >= top)))
  X[, (ncol(X) - top + 2):ncol(X)] <- steps
  fit <- glm(y ~ 0 + judgement + X, data = long, family = poisson, control = list(epsilon = 1e-14, maxit = 200))
  est <- coef(fit)[-seq_len(n)]
  se <- sqrt(diag(vcov(fit)))[-seq_len(n)]
  nc <- length(unique(rows$camper)); J <- max(rows$coach); I <- max(rows$checkpoint)
  p <- split(seq_along(est), rep(1:4, c(nc, J - 1, I - 1, top - 1)))
  whole <- function(x) c(x, -sum(x))
  ll <- sum(log(fitted(fit)[y == 1]))
  list(campers = est[p[[1]]], camperErrors = se[p[[1]]], coaches = whole(est[p[[2]]]), coachErrors = se[p[[2]]],
       checkpoints = whole(est[p[[3]]]), steps = whole(est[p[[4]]]), logLikelihood = ll)
}

# Marginal maximum likelihood: the likelihood written out and climbed by R's nlm.
marginal <- function(rows, top) {
  J <- max(rows$coach); I <- max(rows$checkpoint)
  z <- seq(-7, 7, length.out = 201)
  w <- dnorm(z) / sum(dnorm(z))
  take <- function(v) {
    list(coach = c(v[1:(J - 1)], -sum(v[1:(J - 1)])), checkpoint = c(v[J:(J + I - 2)], -sum(v[J:(J + I - 2)])),
         steps = if (top > 1) c(v[(J + I - 1):(J + I + top - 3)], -sum(v[(J + I - 1):(J + I + top - 3)])) else 0,
         mean = v[length(v) - 1], sd = exp(v[length(v)]))
  }
  minus <- function(v) {
    q <- take(v)
    passed <- c(0, cumsum(q$steps))
    -sum(sapply(split(rows, rows$camper), function(r) {
      logs <- sapply(q$mean + q$sd * z, function(theta) {
        at <- theta - q$coach[r$coach] - q$checkpoint[r$checkpoint]
        e <- outer(at, 0:top) - matrix(passed, nrow(r), top + 1, byrow = TRUE)
        sum(e[cbind(seq_len(nrow(r)), r$level + 1)] - log(rowSums(exp(e))))
      })
      log(sum(w * exp(logs)))
    }))
  }
  start <- rep(0, J - 1 + I - 1 + max(0, top - 1) + 2)
  fit <- nlm(minus, start, hessian = TRUE, gradtol = 1e-9, steptol = 1e-10, iterlim = 500, print.level = 0)
  q <- take(fit$estimate)
  q$logLikelihood <- -fit$minimum
  q$coachErrors <- sqrt(diag(solve(fit$hessian)))[1:(J - 1)]
  q
}

four <- draw(16, 3, 5, c(-0.9, 0.1, 0.8), 2)
ok <- tapply(four$level, four$camper, function(x) !(all(x == 0) || all(x == 3)))
four <- four[four$camper %in% as.integer(names(ok)[ok]), ]
two <- draw(60, 3, 6, 0, 4)
j <- joint(four, 3)
m <- marginal(four, 3)
two$coach_f <- C(factor(two$coach), contr.sum)
two$checkpoint_f <- C(factor(two$checkpoint), contr.sum)
g <- glmer(level ~ coach_f + checkpoint_f + (1 | camper), data = two, family = binomial, nAGQ = 50,
           control = glmerControl(optimizer = "bobyqa", optCtrl = list(rhoend = 1e-10)))
fe <- fixef(g)
rows_of <- function(rows) paste0("[", paste(apply(rows[, c("camper", "coach", "checkpoint", "level")], 1, function(r) paste0("[", paste(as.integer(r), collapse = ","), "]")), collapse = ","), "]")
cat(paste0(
  '{\n "four": ', rows_of(four), ',\n "two": ', rows_of(two), ',\n "joint": {"campers": ', list_of(j$campers), ', "camperErrors": ', list_of(j$camperErrors),
  ', "coaches": ', list_of(j$coaches), ', "coachErrors": ', list_of(j$coachErrors), ', "checkpoints": ', list_of(j$checkpoints),
  ', "steps": ', list_of(j$steps), ', "logLikelihood": ', f(j$logLikelihood), '},\n "marginal": {"coaches": ', list_of(m$coach),
  ', "coachErrors": ', list_of(m$coachErrors), ', "checkpoints": ', list_of(m$checkpoint), ', "steps": ', list_of(m$steps),
  ', "mean": ', f(m$mean), ', "sd": ', f(m$sd), ', "logLikelihood": ', f(m$logLikelihood),
  '},\n "glmer": {"mean": ', f(fe[1]), ', "sd": ', f(sqrt(as.numeric(VarCorr(g)$camper))), ', "coaches": ', list_of(-fe[2:3]),
  ', "checkpoints": ', list_of(-fe[4:8]), ', "logLikelihood": ', f(as.numeric(logLik(g))), '}\n}\n'))
