//! Writing of XML: SVG drawings and pages.

/// Text as it may stand in an element or an attribute.
///
/// ```
/// assert_eq!(jovek_base::xml::escape("a < b & \"c\""), "a &lt; b &amp; &quot;c&quot;");
/// ```
pub fn escape(text: &str) -> String {
    text.replace('&', "&amp;").replace('<', "&lt;").replace('>', "&gt;").replace('"', "&quot;")
}
