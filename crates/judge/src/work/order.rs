//! Which step comes next: what must come before it is done, and little is walked and waited.

/// Walking pace around a vehicle with things in hand, m/min. Common practice: slow.
pub const WALK_M_PER_MIN: f64 = 30.0;

/// What must be done before a task, and how long ago.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Need {
    /// The task before, by index.
    pub task: usize,
    /// Minutes from its end on: glue that cures, paint that dries, a module that falls asleep.
    pub rest_min: f64,
}

/// A task as the order sees it.
#[derive(Debug, Clone, PartialEq, Default)]
pub struct Task {
    /// How long it takes, min.
    pub minutes: f64,
    /// Where, m along, left, up; none where it does not matter.
    pub at_m: Option<[f64; 3]>,
    /// What must be done before.
    pub needs: Vec<Need>,
}

/// A task in its place.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Scheduled {
    /// Which, by index.
    pub task: usize,
    /// It starts so many minutes after the first one.
    pub start_min: f64,
    /// It ends.
    pub end_min: f64,
    /// Walked before it, m.
    pub walk_m: f64,
    /// Waited before it, min.
    pub wait_min: f64,
}

/// Times of tasks in a given order, one person. None where a task stands before one that it needs.
fn timed(tasks: &[Task], sequence: &[usize]) -> Option<Vec<Scheduled>> {
    let mut end = vec![None::<f64>; tasks.len()];
    let (mut now, mut here): (f64, Option<[f64; 3]>) = (0.0, None);
    let mut out = Vec::with_capacity(sequence.len());
    for &task in sequence {
        let t = &tasks[task];
        let walk_m = walk_m(here, t.at_m);
        let there = now + walk_m / WALK_M_PER_MIN;
        let start_min = start_min(t, &end, now, here)?;
        let end_min = start_min + t.minutes;
        out.push(Scheduled { task, start_min, end_min, walk_m, wait_min: start_min - there });
        end[task] = Some(end_min);
        now = end_min;
        here = t.at_m.or(here);
    }
    Some(out)
}

/// From the first task to the end of the last, min.
pub fn minutes_in_all(scheduled: &[Scheduled]) -> f64 {
    scheduled.iter().map(|s| s.end_min).fold(0.0, f64::max)
}

/// Longest way from the end of each task to the end of all, rests with it, min: what must not be left late.
fn tails(tasks: &[Task]) -> Vec<f64> {
    let mut tail = vec![0.0f64; tasks.len()];
    // As often as there are tasks: no chain is longer.
    for _ in 0..tasks.len() {
        let mut moved = false;
        for (k, task) in tasks.iter().enumerate() {
            for need in &task.needs {
                let through = need.rest_min + task.minutes + tail[k];
                if through > tail[need.task] + 1e-9 {
                    tail[need.task] = through;
                    moved = true;
                }
            }
        }
        if !moved {
            break;
        }
    }
    tail
}

/// The tasks in an order that breaks no need and takes little time; ties by their index. What needs itself, by
/// whatever way round, is left out: `steps` makes no such thing.
///
/// Built from the front, of what may be done now the one with the longest rest and work behind it, then the
/// nearest; then improved by moving single tasks while that saves time; then other orders are tried, a small
/// job whole.
pub fn order(tasks: &[Task]) -> Vec<Scheduled> {
    let tail = tails(tasks);
    let mut best: Option<Vec<usize>> = None;
    // Behind a rest counts first, or nearness does: both are tried.
    for weight in [1.0, 0.2, 0.0] {
        let built = built(tasks, &tail, weight);
        if best.as_ref().is_none_or(|b| length(tasks, &built) < length(tasks, b) - 1e-9) {
            best = Some(built);
        }
    }
    let improved = improved(tasks, best.unwrap_or_default());
    let best_min = length(tasks, &improved);
    let mut search = Search { tasks, best: improved, best_min, tries: 0 };
    // A ring of needs has no order; what there is of it is given.
    if search.best.len() == tasks.len() {
        let all_min = tasks.iter().map(|t| t.minutes).sum();
        search.go(&mut Vec::new(), &mut vec![None; tasks.len()], 0.0, None, all_min);
    }
    timed(tasks, &search.best).unwrap_or_default()
}

/// Steps of the search before it gives up: a small job is tried whole, a large one as far as patience goes.
const MOST_TRIES: usize = 200_000;
const MOST_TRIES_LARGE: usize = 3_000;
/// A job of so many tasks is tried whole.
const SMALL: usize = 9;

/// Tries orders one after the other, leaving each as soon as it cannot be shorter than the best.
struct Search<'a> {
    tasks: &'a [Task],
    best: Vec<usize>,
    best_min: f64,
    tries: usize,
}

impl Search<'_> {
    fn go(
        &mut self,
        done: &mut Vec<usize>,
        end: &mut Vec<Option<f64>>,
        now: f64,
        here: Option<[f64; 3]>,
        left_min: f64,
    ) {
        let most = if self.tasks.len() <= SMALL { MOST_TRIES } else { MOST_TRIES_LARGE };
        self.tries += 1;
        if self.tries > most || now + left_min >= self.best_min - 1e-9 {
            return;
        }
        if done.len() == self.tasks.len() {
            self.best_min = now;
            self.best = done.clone();
            return;
        }
        let tasks = self.tasks;
        let mut next: Vec<(f64, usize)> = (0..tasks.len())
            .filter(|&k| end[k].is_none())
            .filter_map(|k| Some((start_min(&tasks[k], end, now, here)?, k)))
            .collect();
        next.sort_by(|a, b| a.0.total_cmp(&b.0).then(a.1.cmp(&b.1)));
        for (start, k) in next {
            let task = &tasks[k];
            let finish = start + task.minutes;
            done.push(k);
            end[k] = Some(finish);
            self.go(done, end, finish, task.at_m.or(here), left_min - task.minutes);
            end[k] = None;
            done.pop();
        }
    }
}

/// When a task may start for somebody who stands somewhere now; none before all that it needs is done.
fn start_min(task: &Task, end: &[Option<f64>], now: f64, here: Option<[f64; 3]>) -> Option<f64> {
    let mut start = now + walk_m(here, task.at_m) / WALK_M_PER_MIN;
    for need in &task.needs {
        start = start.max(end[need.task]? + need.rest_min);
    }
    Some(start)
}

/// The way between two places, m; none where one of them does not matter.
fn walk_m(from: Option<[f64; 3]>, to: Option<[f64; 3]>) -> f64 {
    match (from, to) {
        (Some(a), Some(b)) => (0..3).map(|k| (a[k] - b[k]).powi(2)).sum::<f64>().sqrt(),
        _ => 0.0,
    }
}

fn length(tasks: &[Task], sequence: &[usize]) -> f64 {
    timed(tasks, sequence).map_or(f64::INFINITY, |s| minutes_in_all(&s))
}

fn built(tasks: &[Task], tail: &[f64], weight: f64) -> Vec<usize> {
    let mut out: Vec<usize> = Vec::with_capacity(tasks.len());
    let mut end = vec![None::<f64>; tasks.len()];
    let (mut now, mut here): (f64, Option<[f64; 3]>) = (0.0, None);
    loop {
        let ready = (0..tasks.len())
            .filter(|&k| end[k].is_none() && tasks[k].needs.iter().all(|n| end[n.task].is_some()));
        let cost = |k: usize| {
            let t = &tasks[k];
            let walk_min = walk_m(here, t.at_m) / WALK_M_PER_MIN;
            let rested = t.needs.iter().filter_map(|n| Some(end[n.task]? + n.rest_min));
            let wait_min = (rested.fold(now, f64::max) - now - walk_min).max(0.0);
            (walk_min + wait_min - weight * tail[k], walk_min + wait_min)
        };
        let Some(next) = ready.min_by(|&a, &b| {
            let (ca, cb) = (cost(a), cost(b));
            ca.0.total_cmp(&cb.0).then(ca.1.total_cmp(&cb.1)).then(a.cmp(&b))
        }) else {
            return out;
        };
        now += cost(next).1 + tasks[next].minutes;
        end[next] = Some(now);
        here = tasks[next].at_m.or(here);
        out.push(next);
    }
}

/// Moves single tasks, and runs of two and three, to where they save time, until nothing does.
fn improved(tasks: &[Task], mut sequence: Vec<usize>) -> Vec<usize> {
    let mut best = length(tasks, &sequence);
    loop {
        let mut moved = false;
        for run in 1..=3usize {
            for from in 0..(sequence.len() + 1).saturating_sub(run) {
                for to in 0..=sequence.len() - run {
                    if to == from {
                        continue;
                    }
                    let mut tried = sequence.clone();
                    let taken: Vec<usize> = tried.drain(from..from + run).collect();
                    tried.splice(to..to, taken);
                    let found = length(tasks, &tried);
                    if found < best - 1e-9 {
                        (best, sequence, moved) = (found, tried, true);
                    }
                }
            }
        }
        if !moved {
            return sequence;
        }
    }
}
