//! The page of a vehicle for whoever drives it: switches, fuses, what to mind, when to come back.
//!
//! It stands alone, without script: it is read on a phone, by a link on paper, years later, where the net is thin.

use jovek_judge::record::built::AsBuilt;
use jovek_phrases::owner as say;
use maud::{DOCTYPE, Markup, PreEscaped, html};

/// Colours by day and night are those of the app.
const STYLE: &str = "
:root{color-scheme:light dark;--ground:#e5eae5;--ink:#13201b;--soft:#4b5a53;--line:#c0c9c1;--ochre:#755000}
@media (prefers-color-scheme:dark){:root{--ground:#111815;--ink:#e4eae5;--soft:#a6b3ab;--line:#3a4841;--ochre:#e6b860}}
body{margin:0;background:var(--ground);color:var(--ink);font:18px/1.45 system-ui,sans-serif}
main{max-width:36rem;margin:0 auto;padding:1rem}
h1{font-size:1.5rem;line-height:1.2;margin:0}h2{font-size:1.2rem;margin:1.5rem 0 .4rem}
p{margin:.2rem 0}.soft{color:var(--soft)}.mind{color:var(--ochre)}
ul{list-style:none;margin:0;padding:0}li{border-top:1px solid var(--line);padding:.5rem 0}
.what{display:block}strong.fuse{font-variant-numeric:tabular-nums}
@media print{body{background:#fff}}
";

fn framed(title: &str, inner: &Markup) -> String {
    let page = html! {
        (DOCTYPE)
        html lang="en" {
            head {
                meta charset="utf-8";
                meta name="viewport" content="width=device-width, initial-scale=1";
                // It stands in nobody's list: who has the link may read it.
                meta name="robots" content="noindex";
                title { (title) }
                style { (PreEscaped(STYLE)) }
            }
            body { main { (inner) } }
        }
    };
    page.into_string()
}

/// The page of a vehicle, as HTML.
pub fn page(record: &AsBuilt) -> String {
    let signed = record.signed.last().filter(|s| s.opened.is_none());
    let inner = html! {
        header {
            p.soft { (say::unit(&record.unit)) }
            h1 { (record.title) }
            p { (record.vehicle) }
            p.soft {
                @match signed {
                    Some(s) => (say::fitted_and_signed(&s.by, &s.at.get(..10).unwrap_or(&s.at))),
                    None => (say::work_in_hand()),
                }
            }
            @if let Some(next) = &record.next {
                p { strong {
                    @if next.is_over { (say::next_look_is_over(&next.day)) } @else { (say::next_look(&next.day)) }
                } }
            }
        }
        section {
            h2 { (say::what_each_switch_does()) }
            ul {
                @for s in &record.switches {
                    li {
                        strong { (s.circuit) }
                        span.what { (s.lit) }
                        @if !s.not_for.is_empty() { span.what.mind { (s.not_for) } }
                    }
                }
            }
        }
        section {
            h2 { (say::if_a_lamp_stays_dark()) }
            @if record.fuses.is_empty() {
                p { (say::the_vehicles_own_fuses()) }
            } @else {
                p.mind { (say::same_rating_only()) }
                ul {
                    @for f in &record.fuses {
                        li { (f.circuit) ": " strong.fuse { (f.rating) } ", " (f.place) }
                    }
                }
            }
        }
        section {
            h2 { (say::cautions()) }
            ul { @for caution in &record.cautions { li { (caution) } } }
        }
    };
    framed(&format!("{}: {}", say::unit(&record.unit), record.title), &inner)
}

/// What a link that leads nowhere shows.
pub fn closed() -> String {
    let inner = html! { h1 { (say::closed()) } p { (say::ask_the_workshop()) } };
    framed(say::closed(), &inner)
}
