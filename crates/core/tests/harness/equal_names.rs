//! Nothing is found by its name: a job in which everything has the same one gives the same harness.
