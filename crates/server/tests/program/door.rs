//! The door: another site changes nothing, a strange name is not answered, a browser is told what it may do.
//!
//! What is tried: cross-site request forgery and DNS rebinding, as OWASP's cheat sheets describe them (recalled from
//! memory).

use crate::{Calls, JOVEK, start};
use jovek_e2e::Server;
use reqwest::blocking::{Client, Response};
use serde_json::{Value, json};
use std::path::Path;

fn jobs(server: &Server) -> usize {
    server.yard().len()
}

fn begun_from(server: &Server, header: &str, value: &str) -> Response {
    Client::new()
        .post(server.at("/api/jobs"))
        .header(header, value)
        .json(&json!({ "unit": "99", "kinds": [] }))
        .send()
        .unwrap()
}

#[test]
fn another_site_changes_nothing() {
    let server = start(&["demo"]);
    let before = jobs(&server);
    let port = server.at("").rsplit(':').next().unwrap().trim_end_matches('/').to_owned();
    for origin in ["https://elsewhere.example", "null", "http://localhost:1", "http://127.0.0.1"] {
        let answer = begun_from(&server, "Origin", origin);
        assert_eq!(answer.status(), 403, "{origin}");
        let problem: Value = answer.json().unwrap();
        assert!(problem["detail"].as_str().unwrap().contains(origin), "{problem}");
    }
    assert_eq!(jobs(&server), before);
    // Its own page, and programs, which send no origin.
    let own = format!("http://127.0.0.1:{port}");
    assert!(begun_from(&server, "Origin", &own).status().is_success());
    assert!(begun_from(&server, "Accept", "*/*").status().is_success());
    assert_eq!(jobs(&server), before + 2);
}

#[test]
fn a_name_that_a_stranger_can_own_is_not_answered() {
    let dir = tempfile::tempdir().unwrap();
    let db = dir.path().join("yard.db");
    let args = ["serve", "--db", db.to_str().unwrap(), "--host", "yard.example"];
    let server = Server::start(Path::new(JOVEK), &args).unwrap();
    let asked_as = |host: &str| {
        Client::new().get(server.at("/api/jobs")).header("Host", host).send().unwrap().status()
    };
    for host in
        ["rebound.example", "rebound.example:4180", "127.0.0.1.rebound.example", "local.example"]
    {
        assert_eq!(asked_as(host), 421, "{host}");
    }
    for host in [
        "localhost:4180",
        "127.0.0.1",
        "[::1]:4180",
        "192.168.4.20:4180",
        "workshop",
        "bench.local",
        "YARD.example",
    ] {
        assert_eq!(asked_as(host), 200, "{host}");
    }
}

#[test]
fn a_browser_is_told_what_it_may_do() {
    let server = start(&["demo"]);
    let got = |path: &str| Client::new().get(server.at(path)).send().unwrap();
    for path in
        ["/", "/jobs/1/feed", "/api/jobs", "/api/nothing", "/api/jobs/1/export?as=diagram-svg"]
    {
        let answer = got(path);
        let told = |name: &str| answer.headers().get(name).map(|v| v.to_str().unwrap().to_owned());
        assert_eq!(told("x-content-type-options").as_deref(), Some("nosniff"), "{path}");
        assert_eq!(told("referrer-policy").as_deref(), Some("no-referrer"), "{path}");
        assert_eq!(told("x-frame-options").as_deref(), Some("DENY"), "{path}");
    }
    let policy =
        |path: &str| got(path).headers()["content-security-policy"].to_str().unwrap().to_owned();
    let page = policy("/");
    assert!(
        page.contains("script-src 'self';") && page.contains("frame-ancestors 'none'"),
        "{page}"
    );
    assert!(!page.contains("unsafe-eval"), "{page}");
    assert!(policy("/api/jobs/1/export?as=diagram-svg").starts_with("default-src 'none'"));
}

/// A form of another site can send plain text and fields without asking the browser first: a job comes as JSON, or with
/// nothing said of it.
#[test]
fn a_job_comes_as_json_or_with_nothing_said() {
    let server = start(&["demo"]);
    let job = server.get("/api/jobs/1")["job"].to_string();
    let sent = |kind: Option<&str>| {
        let request = Client::new().post(server.at("/api/assess")).body(job.clone());
        let request = match kind {
            Some(kind) => request.header("Content-Type", kind),
            None => request,
        };
        request.send().unwrap().status().as_u16()
    };
    for kind in [None, Some("application/json"), Some("application/json; charset=utf-8")] {
        assert_eq!(sent(kind), 200, "{kind:?}");
    }
    for kind in [
        "text/plain",
        "application/x-www-form-urlencoded",
        "multipart/form-data; boundary=x",
        "text/html",
        "application/jsonp",
    ] {
        assert_eq!(sent(Some(kind)), 415, "{kind}");
    }
}
