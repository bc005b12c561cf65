//! Pages that are printed: no word is lost, nothing runs over the foot.

use jovek_core::sheet::{LETTER, PAGE_MM, Pages, lines};

#[test]
fn words_are_wrapped_and_none_is_lost() {
    let text = "a stud on bright metal behind the left lamp, Donaudampfschifffahrtsgesellschaft";
    for width in [8.0, 20.0, 60.0, 180.0] {
        let broken = lines(text, width, 3.6);
        let most = ((width / (3.6 * LETTER)) as usize).max(4);
        assert!(broken.iter().all(|l| l.chars().count() <= most), "{broken:?}");
        let joined: String = broken.concat().replace(' ', "");
        assert_eq!(joined, text.replace(' ', ""));
    }
    assert_eq!(lines("", 50.0, 3.6), [""]);
}

#[test]
fn pages_turn_before_they_run_over() {
    let mut pages = Pages::new("Unit 14 & co");
    for k in 0..200 {
        pages.row(&[1.0, 2.0], &[&k.to_string(), "something"], false);
    }
    let pages = pages.finish();
    assert!(pages.len() > 3);
    assert!(pages[0].contains("Unit 14 &amp; co, page 1 of"));
    let lowest = pages
        .iter()
        .flat_map(|p| p.split(" y=\"").skip(1))
        .filter_map(|t| t.split('"').next()?.parse::<f64>().ok());
    assert!(lowest.fold(0.0, f64::max) < PAGE_MM.1);
}
