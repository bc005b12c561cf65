//! People: who comes in, and what each role may do, operation by operation.

use crate::{JOVEK, on, run, start};
use jovek_core::job::Job;
use jovek_e2e::Server;
use jovek_store::{Role, Store};
use reqwest::blocking::{Client, RequestBuilder, Response};
use serde_json::{Value, json};
use std::io::{BufRead, BufReader};
use std::path::Path;
use std::process::{Command, Stdio};

/// A shop's file with one job and somebody of each role who is in. Returns their sessions by role.
fn shop(db: &Path) -> Vec<(Role, String)> {
    let store = Store::open(db).unwrap();
    store.create(&Job::starter("14"), "Ada").unwrap();
    let first = store.invite_first_lead().unwrap().unwrap();
    // No hash of a password: only their sessions are used here.
    let ada = store.join(&first, "Ada", "none").unwrap();
    let mut out = vec![(Role::Lead, store.begin_session(ada.id).unwrap())];
    for (name, role) in [("Bo", Role::Planner), ("Cy", Role::Fitter), ("Dee", Role::Apprentice)] {
        let (person, link) = store.add_person(name, role, "Ada").unwrap();
        store.join(&link, "", "none").unwrap();
        out.push((role, store.begin_session(person.id).unwrap()));
    }
    out
}

fn cookie(request: RequestBuilder, session: Option<&str>) -> RequestBuilder {
    match session {
        Some(session) => request.header("Cookie", format!("jovek_session={session}")),
        None => request,
    }
}

/// What may be asked without anybody being in: how people come in.
const OPEN: [&str; 5] = ["me", "enter", "leave", "invited", "join"];

/// The least role of every operation that needs more than an apprentice, as the roles are described to people: fitters
/// change jobs, planners make them and look after vehicles and stock, leads sign and answer for kits, habits, people.
const NEEDS: [(Role, &[&str]); 3] = [
    (
        Role::Fitter,
        &[
            "saveJob",
            "undoJob",
            "redoJob",
            "addVisit",
            "takeKit",
            "sayWhyItDiffers",
            "askDevice",
            "markRecalled",
            "verifyHistory",
        ],
    ),
    (
        Role::Planner,
        &[
            "createJob",
            "buildTrailer",
            "putAside",
            "bringBack",
            "deleteJob",
            "addVehicle",
            "changeVehicle",
            "forgetVehicle",
            "takeVehicles",
            "takeStock",
            "clearStock",
            "layKit",
            "keepParts",
            "addRecall",
            "newOwnerLink",
            "withdrawOwnerLink",
        ],
    ),
    (
        Role::Lead,
        &[
            "signJob",
            "openJob",
            "addKit",
            "issueKit",
            "setKitPoints",
            "setShop",
            "setWorkshop",
            "listPeople",
            "inviteFirstLead",
            "addPerson",
            "setPerson",
            "invitePerson",
        ],
    ),
];

fn least(operation: &str) -> Option<Role> {
    if OPEN.contains(&operation) {
        return None;
    }
    let found = NEEDS.iter().find(|(_, all)| all.contains(&operation));
    Some(found.map_or(Role::Apprentice, |(role, _)| *role))
}

/// Every operation that is described, by every role and by nobody. What is asked for is nonsense or not there: it is
/// refused for that, or for the rights, and the two are told apart.
#[test]
fn every_operation_by_every_role() {
    let folder = tempfile::tempdir().unwrap();
    let db = folder.path().join("jovek.db");
    let sessions = shop(&db);
    let server = start(&["serve", "--db", db.to_str().unwrap(), "--accounts"]);
    let described: Value = serde_json::from_slice(&run(&["openapi"], "").stdout).unwrap();
    let known: Vec<&str> =
        NEEDS.iter().flat_map(|(_, all)| all.iter().copied()).chain(OPEN).collect();
    let (client, mut met, mut asked) = (Client::new(), Vec::new(), 0);
    for (path, methods) in described["paths"].as_object().unwrap() {
        for (method, operation) in methods.as_object().unwrap() {
            let id = operation["operationId"].as_str().unwrap();
            met.push(id.to_owned());
            let url = server.at(&path.replace("{id}", "99"));
            let by = |session: Option<&str>| -> Response {
                let method = method.to_uppercase().parse().unwrap();
                let request = client.request(method, &url).header("If-Match", "\"1\"");
                // No body that anything could be made of.
                let request = request.header("Content-Type", "application/json").body("[]");
                cookie(request, session).send().unwrap()
            };
            let nobody = by(None).status().as_u16();
            assert_eq!(nobody == 401, least(id).is_some(), "{id} by nobody: {nobody}");
            for (role, session) in &sessions {
                let status = by(Some(session)).status().as_u16();
                let may = least(id).is_none_or(|least| *role >= least);
                assert_eq!(status != 403 && status != 401, may, "{id} by {role:?}: {status}");
                asked += 1;
            }
            // A session that nobody has opens nothing.
            assert_eq!(by(Some("0123456789abcdef")).status() == 401, least(id).is_some(), "{id}");
        }
    }
    for id in known {
        assert!(met.iter().any(|m| m == id), "{id} is described nowhere");
    }
    assert!(asked > 300, "only {asked} questions");
    // What is described nowhere says nothing either, and the owner's page needs its link alone.
    assert_eq!(client.get(server.at("/api/nothing")).send().unwrap().status(), 404);
    assert_eq!(client.get(server.at("/owner/1")).send().unwrap().status(), 404);
    assert_eq!(client.get(server.at("/")).send().unwrap().status(), 200);
}

/// The session in the cookie that an answer sets.
fn session_of(answer: &Response) -> String {
    let set = answer.headers()["set-cookie"].to_str().unwrap();
    for needed in ["HttpOnly", "SameSite=Lax", "Path=/"] {
        assert!(set.contains(needed), "{set}");
    }
    set.split(['=', ';']).nth(1).unwrap().to_owned()
}

fn post(server: &Server, path: &str, body: &Value, session: Option<&str>) -> Response {
    cookie(Client::new().post(server.at(path)).json(body), session).send().unwrap()
}

fn get(server: &Server, path: &str, session: Option<&str>) -> Value {
    cookie(Client::new().get(server.at(path)), session).send().unwrap().json().unwrap()
}

#[test]
fn a_person_is_invited_comes_in_and_goes_out() {
    let folder = tempfile::tempdir().unwrap();
    let db = folder.path().join("jovek.db");
    let ada = shop(&db).remove(0).1;
    // Somebody has an account: no flag is needed any more.
    let server = on(&db);
    assert_eq!(
        get(&server, "/api/me", None),
        json!({"has_accounts": true, "person": null, "role": null})
    );
    let made =
        post(&server, "/api/people", &json!({"name": " Eve ", "role": "fitter"}), Some(&ada));
    assert_eq!(made.status(), 201);
    let made: Value = made.json().unwrap();
    let token = made["path"].as_str().unwrap().strip_prefix("/join#").unwrap().to_owned();
    let again = post(&server, "/api/people", &json!({"name": "eve", "role": "lead"}), Some(&ada));
    assert_eq!(again.status(), 409);
    let invited = post(&server, "/api/invitation", &json!({"token": token}), None);
    assert_eq!(invited.json::<Value>().unwrap()["name"], "Eve");
    let join = |token: &str, password: &str| {
        post(&server, "/api/join", &json!({"token": token, "password": password}), None)
    };
    assert_eq!(join(&token, "short").status(), 422);
    assert_eq!(join("0", "a good long one").status(), 409);
    let joined = join(&token, "a good long one");
    assert_eq!(joined.status(), 200);
    let session = session_of(&joined);
    assert_eq!(join(&token, "a good long one").status(), 409, "once");
    let me = get(&server, "/api/me", Some(&session));
    assert_eq!((&me["person"]["name"], &me["role"]), (&json!("Eve"), &json!("fitter")));
    // What she saves carries her name, whatever a header says.
    let view = get(&server, "/api/jobs/1", Some(&session));
    let mut job = view["job"].clone();
    job["title"] = json!("by Eve");
    let put = Client::new().put(server.at("/api/jobs/1")).header("If-Match", "\"1\"");
    let put = put.header("X-Jovek-Who", "Mallory").json(&job);
    assert_eq!(cookie(put, Some(&session)).send().unwrap().status(), 200);
    assert_eq!(get(&server, "/api/jobs/1", Some(&session))["saved_by"], "Eve");
    let refused = post(&server, "/api/jobs/1/sign", &json!({}), Some(&session));
    assert_eq!(refused.status(), 403);
    let says = refused.json::<Value>().unwrap()["detail"].as_str().unwrap().to_owned();
    assert_eq!(
        says,
        "This needs a lead; you are entered as fitter. Ask one of them, or a lead for the role."
    );
    // Out here, and everywhere.
    let enter = |password: &str| {
        post(&server, "/api/enter", &json!({"name": "EVE", "password": password}), None)
    };
    let (one, two) = (session_of(&enter("a good long one")), session_of(&enter("a good long one")));
    let is_in = |session: &str| !get(&server, "/api/me", Some(session))["person"].is_null();
    let left = post(&server, "/api/leave", &json!({"everywhere": false}), Some(&one));
    assert_eq!(left.status(), 204);
    assert!(!is_in(&one) && is_in(&two) && is_in(&session));
    post(&server, "/api/leave", &json!({"everywhere": true}), Some(&two));
    assert!(!is_in(&two) && !is_in(&session));
    // A new password of one's own ends the other sessions.
    let (one, two) = (session_of(&enter("a good long one")), session_of(&enter("a good long one")));
    let body = json!({"before": "a good long one", "password": "another long one"});
    let put = Client::new().put(server.at("/api/me/password")).json(&body);
    let set = cookie(put, Some(&one)).send().unwrap();
    assert_eq!(set.status(), 200);
    assert!(!is_in(&one) && !is_in(&two) && is_in(&session_of(&set)));
    // Tries are counted; after some even the right one waits.
    for _ in 0..5 {
        assert_eq!(enter("a wrong long one").status(), 401);
    }
    let waits = enter("another long one");
    assert_eq!(waits.status(), 429);
    assert!(waits.json::<Value>().unwrap()["detail"].as_str().unwrap().starts_with("Wait "));
    let nobody = post(&server, "/api/enter", &json!({"name": "Nobody", "password": "x"}), None);
    assert_eq!(nobody.status(), 401, "whether there is such a name is not told");
}

/// On this machine alone nobody enters. On any other address, and where it is asked for, the console gives the link of the
/// first lead.
#[test]
fn the_first_lead_comes_in_by_the_console() {
    let alone = start(&["demo"]);
    let me = get(&alone, "/api/me", None);
    assert_eq!(me, json!({"has_accounts": false, "person": null, "role": "lead"}));
    let refused = post(&alone, "/api/people", &json!({"name": "Bo", "role": "fitter"}), None);
    assert_eq!(refused.status(), 409, "nobody could let the first one in again");
    for args in [["--listen", "0.0.0.0:0"].as_slice(), &["--listen", "127.0.0.1:0", "--accounts"]] {
        let mut child =
            Command::new(JOVEK).arg("demo").args(args).stdout(Stdio::piped()).spawn().unwrap();
        let lines = BufReader::new(child.stdout.take().unwrap()).lines();
        let link = lines.map_while(Result::ok).find_map(|line| {
            let (_, rest) = line.split_once("comes in by ")?;
            Some(rest.split(' ').next()?.to_owned())
        });
        let link = link.unwrap();
        let (url, token) = link.split_once("/join#").unwrap();
        let url = url.replace("0.0.0.0", "127.0.0.1");
        let client = Client::new();
        assert_eq!(client.get(format!("{url}/api/jobs")).send().unwrap().status(), 401);
        let body = json!({"token": token, "name": "Ada", "password": "a good long one"});
        let joined = client.post(format!("{url}/api/join")).json(&body).send().unwrap();
        assert_eq!(joined.status(), 200);
        let list = client.get(format!("{url}/api/jobs"));
        let list = cookie(list, Some(&session_of(&joined))).send().unwrap();
        assert_eq!(list.status(), 200);
        child.kill().unwrap();
        child.wait().unwrap();
    }
    // Accounts are turned on from the page: from then on everybody enters.
    let first: Value = post(&alone, "/api/people/first", &json!({}), None).json().unwrap();
    let token = first["path"].as_str().unwrap().strip_prefix("/join#").unwrap();
    let body = json!({"token": token, "name": "Ada", "password": "a good long one"});
    let session = session_of(&post(&alone, "/api/join", &body, None));
    assert_eq!(get(&alone, "/api/me", None)["has_accounts"], true);
    let jobs = |session| cookie(Client::new().get(alone.at("/api/jobs")), session).send().unwrap();
    assert_eq!((jobs(None).status().as_u16(), jobs(Some(&session)).status().as_u16()), (401, 200));
}

/// The people of the demo come in by their names, one for each role, and nobody without.
#[test]
fn the_demos_people_come_in() {
    let server = start(&["demo", "--people"]);
    assert_eq!(Client::new().get(server.at("/api/jobs")).send().unwrap().status(), 401);
    for (name, role) in
        [("Tamsin", "apprentice"), ("Mara", "fitter"), ("Odell", "planner"), ("Ines", "lead")]
    {
        let body = json!({"name": name, "password": "halt lane 14"});
        let entered = Client::new().post(server.at("/api/enter")).json(&body).send().unwrap();
        assert_eq!(entered.status(), 200, "{name}");
        let told = entered.text().unwrap();
        assert!(told.contains(&format!("\"{role}\"")), "{told}");
    }
}
