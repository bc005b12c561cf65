//! The language in which sentences are made: English, or a stand-in that shows which words were never made here.

use std::fmt::{self, Display, Formatter};
use std::sync::OnceLock;

/// In which language sentences are made.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Default)]
pub enum Language {
    /// Plain trade English.
    #[default]
    English,
    /// English with every letter marked: a word without marks on a page was not made in this crate.
    Pseudo,
}

static LANGUAGE: OnceLock<Language> = OnceLock::new();

/// Sets the language of the whole program, before the first sentence is made. What was set first stands.
pub fn speak(language: Language) {
    let _ = LANGUAGE.set(language);
}

/// True where letters are to be marked.
pub(crate) fn is_pseudo() -> bool {
    LANGUAGE.get_or_init(Language::default) == &Language::Pseudo
}

/// Opens and closes what was given to a sentence: it carries its own marks, or is a name that somebody typed.
const GIVEN: (char, char) = ('\u{E000}', '\u{E001}');

/// Something given to a sentence of the stand-in language.
pub(crate) struct Given<'a>(pub(crate) &'a dyn Display);

impl Display for Given<'_> {
    fn fmt(&self, f: &mut Formatter<'_>) -> fmt::Result {
        f.write_fmt(format_args!("{}", GIVEN.0))?;
        self.0.fmt(f)?;
        f.write_fmt(format_args!("{}", GIVEN.1))
    }
}

/// Marks every letter of a sentence but those of what was given to it.
pub(crate) fn marked(sentence: &str) -> String {
    let mut depth = 0usize;
    let mut out = String::with_capacity(2 * sentence.len());
    for letter in sentence.chars() {
        match letter {
            l if l == GIVEN.0 => depth += 1,
            l if l == GIVEN.1 => depth = depth.saturating_sub(1),
            l if depth == 0 => out.push(mark(l)),
            l => out.push(l),
        }
    }
    out
}

/// A letter's own marked twin, of the full-width forms, which no figure, unit or name is written in.
fn mark(letter: char) -> char {
    match letter {
        'A'..='Z' | 'a'..='z' => char::from_u32(u32::from(letter) + 0xFEE0).unwrap_or(letter),
        other => other,
    }
}

/// A sentence with its first letter as a capital, in whatever language it is.
pub fn capital(sentence: &str) -> String {
    let mut letters = sentence.chars();
    letters.next().into_iter().flat_map(char::to_uppercase).chain(letters).collect()
}

/// A sentence with its first letter small, to go on inside another.
pub fn small(sentence: &str) -> String {
    let mut letters = sentence.chars();
    letters.next().into_iter().flat_map(char::to_lowercase).chain(letters).collect()
}

/// The marked twin of a sentence to which nothing is given, made once.
pub(crate) struct Marked(OnceLock<String>);

impl Marked {
    pub(crate) const fn new() -> Marked {
        Marked(OnceLock::new())
    }

    pub(crate) fn of(&'static self, sentence: &'static str) -> &'static str {
        match is_pseudo() {
            true => self.0.get_or_init(|| marked(sentence)),
            false => sentence,
        }
    }
}

#[cfg(test)]
mod tests {
    use super::{Given, capital, marked, small};

    #[test]
    fn only_the_sentence_is_marked() {
        let (name, inner) = ("Rear lamps", marked("lit"));
        let said =
            marked(&format!("{}: {} at {:.1} V", Given(&name), Given(&inner), Given(&12.34)));
        assert_eq!(said, "Rear lamps: ｌｉｔ ａｔ 12.3 Ｖ");
    }

    #[test]
    fn the_first_letter_of_any_language_is_turned() {
        assert_eq!(capital("ärm, links"), "Ärm, links");
        assert_eq!((capital(""), small("")), (String::new(), String::new()));
        assert_eq!(small("The load"), "the load");
        assert_eq!(
            capital(&small("ßtrip")).chars().count(),
            6,
            "a letter that becomes two loses nothing"
        );
    }
}
