//! People: each comes in by an invitation once, and as long as the account is open.

use crate::{PersonId, Role, Store, StoreError};

#[test]
fn the_first_lead_is_invited_and_nobody_after() -> Result<(), StoreError> {
    let store = Store::in_memory()?;
    assert!(!store.has_people()?);
    let lost = store.invite_first_lead()?.unwrap();
    let token = store.invite_first_lead()?.unwrap();
    assert!(matches!(store.invited(&lost), Err(StoreError::NoInvitation)), "the newest counts");
    assert_eq!(store.invited(&token)?, None);
    let ada = store.join(&token, " Ada ", "hash")?;
    assert_eq!((ada.name.as_str(), ada.role, ada.has_password), ("Ada", Role::Lead, true));
    assert!(matches!(store.join(&token, "Eve", "hash"), Err(StoreError::NoInvitation)), "once");
    assert_eq!(store.invite_first_lead()?, None);
    assert!(store.has_people()?);
    Ok(())
}

/// A shop with a lead and a fitter who is in.
fn shop() -> Result<(Store, PersonId, PersonId, String), StoreError> {
    let store = Store::in_memory()?;
    let token = store.invite_first_lead()?.unwrap();
    let ada = store.join(&token, "Ada", "hash")?;
    let (bo, invitation) = store.add_person("Bo", Role::Fitter, "Ada")?;
    assert_eq!(store.person_named("bo")?, None, "no password yet");
    store.join(&invitation, "", "hash of Bo")?;
    let session = store.begin_session(bo.id)?;
    Ok((store, ada.id, bo.id, session))
}

#[test]
fn a_session_ends_with_whatever_takes_rights_away() -> Result<(), StoreError> {
    let (store, ada, bo, session) = shop()?;
    assert_eq!(store.person_of_session(&session)?.unwrap().id, bo);
    assert_eq!(store.person_of_session("0")?, None);
    store.set_person(bo, (Role::Apprentice, false), "Ada")?;
    assert_eq!(store.person_of_session(&session)?, None, "another role comes in anew");
    let (one, two) = (store.begin_session(bo)?, store.begin_session(bo)?);
    store.end_session(&one, false)?;
    assert!(store.person_of_session(&one)?.is_none() && store.person_of_session(&two)?.is_some());
    let three = store.begin_session(bo)?;
    store.end_session(&two, true)?;
    assert_eq!(store.person_of_session(&three)?, None, "everywhere");
    let four = store.begin_session(bo)?;
    store.set_person(bo, (Role::Fitter, true), "Ada")?;
    assert_eq!(store.person_of_session(&four)?, None);
    assert_eq!(store.person_named("Bo")?, None, "a closed account lets nobody in");
    let again = store.set_person(bo, (Role::Fitter, false), "Ada")?;
    assert!(!again.is_closed && store.person_named("BO")?.is_some());
    // A new password ends what the old one began.
    let five = store.begin_session(bo)?;
    let link = store.invite(bo)?;
    assert!(store.person_of_session(&five)?.is_some(), "until it is set");
    store.join(&link, "", "another")?;
    assert_eq!(store.person_of_session(&five)?, None);
    assert_eq!(store.person_named("Bo")?.unwrap().1, "another");
    assert!(matches!(store.invite(PersonId(9)), Err(StoreError::NoPerson { id: 9 })));
    // Somebody must be able to let people in.
    for asked in [(Role::Planner, false), (Role::Lead, true)] {
        assert!(matches!(store.set_person(ada, asked, "Ada"), Err(StoreError::LastLead)));
    }
    assert_eq!(store.verify()?.flaws, []);
    Ok(())
}

#[test]
fn names_are_one_person_each_and_what_is_kept_opens_nothing() -> Result<(), StoreError> {
    let (store, _, bo, session) = shop()?;
    let taken = store.add_person(" BO ", Role::Lead, "Ada");
    assert!(matches!(taken, Err(StoreError::NameTaken { .. })));
    let kept: Vec<String> = store.connections.read(|db| {
        let mut query = db.prepare("SELECT token_hash FROM session")?;
        Ok(query.query_map([], |r| r.get(0))?.collect::<Result<_, _>>()?)
    })?;
    assert!(kept.iter().all(|hash| hash != &session), "only its hash");
    assert!(kept.iter().all(|hash| store.person_of_session(hash).is_ok_and(|p| p.is_none())));
    store.connections.write(|db| {
        db.execute("UPDATE session SET until = '2026-01-01T00:00:00Z'", [])?;
        db.execute("UPDATE invitation SET until = '2026-01-01T00:00:00Z'", [])?;
        Ok(())
    })?;
    assert_eq!(store.person_of_session(&session)?, None, "its time is over");
    let old = store.invite(bo)?;
    store.connections.write(|db| {
        db.execute("UPDATE invitation SET until = '2026-01-01T00:00:00Z'", [])?;
        Ok(())
    })?;
    assert!(matches!(store.join(&old, "", "x"), Err(StoreError::NoInvitation)));
    Ok(())
}
