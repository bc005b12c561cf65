//! How a table of sentences becomes functions.

/// A table of sentences, a line each: `name(figures) = "words with {figures}";`. Each becomes a function of that
/// name. Figures come with their units, in the digits they deserve; names that people typed come as they are.
macro_rules! sentences {
    ($($name:ident($($given:ident),*) = $words:literal;)*) => {
        $(sentence!($name($($given),*) = $words);)*
    };
}

/// One function of a table of [`sentences`].
macro_rules! sentence {
    ($name:ident() = $words:literal) => {
        #[doc = $words]
        #[must_use]
        pub fn $name() -> &'static str {
            static MARKED: crate::language::Marked = crate::language::Marked::new();
            MARKED.of($words)
        }
    };
    ($name:ident($($given:ident),+) = $words:literal) => {
        #[doc = $words]
        #[must_use]
        #[allow(clippy::too_many_arguments, reason = "one for each figure of the sentence")]
        pub fn $name($($given: &dyn std::fmt::Display),+) -> String {
            if !crate::language::is_pseudo() {
                return format!($words);
            }
            $(let $given = crate::language::Given($given);)+
            crate::language::marked(&format!($words))
        }
    };
}
