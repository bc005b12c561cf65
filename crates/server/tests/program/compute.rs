//! Work that is done aside: given up when nobody waits, in turns, standing back.

use jovek_core::base::wanted::Wanted;
use jovek_server::compute::{Compute, STANDS_BACK};
use std::sync::Arc;
use std::sync::atomic::{AtomicBool, Ordering};
use std::time::{Duration, Instant};

const PATIENCE: Duration = Duration::from_millis(50);
/// By then whatever was to happen has, on a slow machine too.
const LONG_SINCE: Duration = Duration::from_secs(10);

/// Works until nobody waits, or for long; says which.
fn until_unwanted(gave_up: Arc<AtomicBool>) -> impl FnOnce(&Wanted) + Send + 'static {
    move |wanted| {
        let begun = Instant::now();
        while wanted.is_still() && begun.elapsed() < LONG_SINCE {
            std::thread::sleep(Duration::from_millis(1));
        }
        gave_up.store(!wanted.is_still(), Ordering::SeqCst);
    }
}

async fn holds(what: &AtomicBool) -> bool {
    let begun = Instant::now();
    while !what.load(Ordering::SeqCst) && begun.elapsed() < LONG_SINCE {
        tokio::time::sleep(Duration::from_millis(1)).await;
    }
    what.load(Ordering::SeqCst)
}

#[tokio::test]
async fn what_takes_too_long_is_given_up_with_a_word() {
    let compute = Compute::with_patience(PATIENCE).unwrap();
    let gave_up = Arc::new(AtomicBool::new(false));
    let refused = compute.long(until_unwanted(Arc::clone(&gave_up))).await.unwrap_err();
    assert_eq!((refused.status, refused.title), (503, "It takes too long"));
    assert!(holds(&gave_up).await, "nobody waits, and it goes on");
}

#[tokio::test]
async fn who_goes_away_gives_the_turn_back() {
    let compute = Compute::with_patience(LONG_SINCE).unwrap();
    // As many as there are turns, all of them left alone.
    for _ in 0..compute.long_turns() {
        let gave_up = Arc::new(AtomicBool::new(false));
        let asked = compute.long(until_unwanted(Arc::clone(&gave_up)));
        assert!(tokio::time::timeout(PATIENCE, asked).await.is_err());
        assert!(holds(&gave_up).await);
    }
    assert_eq!(compute.long(|_| 7).await.unwrap(), 7);
}

#[tokio::test]
async fn what_breaks_off_is_told_and_the_next_one_runs() {
    let compute = Compute::new().unwrap();
    let broken = compute.short(|| panic!("on purpose")).await.map(|()| 0);
    assert_eq!(broken.unwrap_err().status, 500);
    assert_eq!(compute.short(|| 7).await.unwrap(), 7);
}

/// Linux counts niceness for each thread: the 19th field of its stat, proc(5).
#[cfg(target_os = "linux")]
#[tokio::test]
async fn long_ones_stand_back() {
    fn nice() -> i32 {
        let stat = std::fs::read_to_string("/proc/thread-self/stat").unwrap();
        let behind_name = stat.rsplit_once(") ").unwrap().1;
        behind_name.split(' ').nth(16).unwrap().parse().unwrap()
    }
    let compute = Compute::new().unwrap();
    let short = compute.short(nice).await.unwrap();
    let long = compute.long(|_| nice()).await.unwrap();
    assert_eq!((short, long), (nice(), (short + STANDS_BACK).min(19)));
}
