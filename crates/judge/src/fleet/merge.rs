//! A plan that changed, taken into a vehicle that follows it: what the vehicle has of its own stays.

use jovek_job::diff::{has_ids, id_of};
use serde_json::{Map, Value};

/// Whether a change at a place may be taken, by its path.
pub(super) type MayTake<'a> = &'a dyn Fn(&str) -> bool;

/// `here` with what changed from `base` to `kit`, but where `here` has something of its own or `may_take` says no.
/// Entries of lists are matched by their ids.
pub(super) fn merged(
    base: Option<&Value>,
    kit: Option<&Value>,
    here: Option<&Value>,
    path: &str,
    may_take: MayTake,
) -> Option<Value> {
    if kit == base || here == kit {
        return here.cloned();
    }
    match (base, kit, here) {
        (Some(Value::Object(a)), Some(Value::Object(b)), Some(Value::Object(c))) => {
            Some(Value::Object(fields(a, b, c, path, may_take)))
        }
        (Some(Value::Array(a)), Some(Value::Array(b)), Some(Value::Array(c)))
            if has_ids(a) && has_ids(b) && has_ids(c) =>
        {
            Some(Value::Array(entries(a, b, c, path, may_take)))
        }
        (Some(Value::Array(a)), Some(Value::Array(b)), Some(Value::Array(c)))
            if a.len() == b.len() && b.len() == c.len() =>
        {
            let each = a.iter().zip(b).zip(c).enumerate();
            let taken = each.filter_map(|(i, ((a, b), c))| {
                merged(Some(a), Some(b), Some(c), &format!("{path}[{i}]"), may_take)
            });
            Some(Value::Array(taken.collect()))
        }
        _ if here == base && may_take(path) => kit.cloned(),
        _ => here.cloned(),
    }
}

fn fields(
    base: &Map<String, Value>,
    kit: &Map<String, Value>,
    here: &Map<String, Value>,
    path: &str,
    may_take: MayTake,
) -> Map<String, Value> {
    let more = kit.keys().filter(|k| !here.contains_key(*k));
    let keys = here.keys().chain(more);
    keys.filter_map(|key| {
        let at = if path.is_empty() { key.clone() } else { format!("{path}.{key}") };
        let value = merged(base.get(key), kit.get(key), here.get(key), &at, may_take)?;
        Some((key.clone(), value))
    })
    .collect()
}

fn entries(
    base: &[Value],
    kit: &[Value],
    here: &[Value],
    path: &str,
    may_take: MayTake,
) -> Vec<Value> {
    let of = |list: &'_ [Value], id: Option<&str>| list.iter().position(|e| id_of(e) == id);
    let more = kit.iter().filter(|e| of(here, id_of(e)).is_none());
    here.iter()
        .chain(more)
        .filter_map(|entry| {
            let id = id_of(entry);
            let at = format!("{path}[{}]", id.unwrap_or_default());
            let (a, b, c) = (of(base, id), of(kit, id), of(here, id));
            merged(a.map(|k| &base[k]), b.map(|k| &kit[k]), c.map(|k| &here[k]), &at, may_take)
        })
        .collect()
}
