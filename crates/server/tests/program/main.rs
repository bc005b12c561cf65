//! The real program: commands, API, two writers, kill -9.
#![allow(clippy::unwrap_used, clippy::expect_used, clippy::panic)]

use jovek_e2e::Server;
use reqwest::blocking::{Client, Response};
use serde_json::Value;
use std::io::Write;
use std::path::Path;
use std::process::{Command, Output, Stdio};

mod commands;
mod compute;
mod door;
mod hard_use;
mod language;
mod limits;
mod listen;
mod people;
mod picture;
mod power_cuts;
mod questions;
mod scpi;
mod series;
mod sisters;
mod trailers;
mod writers;

const JOVEK: &str = env!("CARGO_BIN_EXE_jovek");
const UNIT_14: &str = concat!(env!("CARGO_MANIFEST_DIR"), "/../../demo/unit-14.json");
const UNIT_51: &str = concat!(env!("CARGO_MANIFEST_DIR"), "/../../demo/unit-51.json");
const UNIT_T3: &str = concat!(env!("CARGO_MANIFEST_DIR"), "/../../demo/unit-T3.json");

fn start(args: &[&str]) -> Server {
    Server::start(Path::new(JOVEK), args).unwrap()
}

fn on(db: &Path) -> Server {
    start(&["serve", "--db", db.to_str().unwrap()])
}

/// The calls that these tests make.
trait Calls {
    fn get(&self, path: &str) -> Value;
    fn post(&self, path: &str, body: &Value) -> Response;
    fn put(&self, id: &Value, rev: &Value, job: &Value) -> Response;
    /// Every job of the yard wherever it stands, in the order of its units, once all of them were read.
    fn yard(&self) -> Vec<Value>;
}

impl Calls for Server {
    fn yard(&self) -> Vec<Value> {
        let mut all = Vec::new();
        loop {
            let page = self.get(&format!("/api/jobs?from={}", all.len()));
            if page["behind"] != 0 {
                std::thread::sleep(std::time::Duration::from_millis(100));
                continue;
            }
            all.extend(page["jobs"].as_array().unwrap().iter().cloned());
            if all.len() as u64 >= page["found"].as_u64().unwrap() {
                return all;
            }
        }
    }

    fn get(&self, path: &str) -> Value {
        Client::new().get(self.at(path)).send().unwrap().json().unwrap()
    }

    fn post(&self, path: &str, body: &Value) -> Response {
        Client::new().post(self.at(path)).json(body).send().unwrap()
    }

    fn put(&self, id: &Value, rev: &Value, job: &Value) -> Response {
        Client::new()
            .put(self.at(&format!("/api/jobs/{id}")))
            .header("If-Match", format!("\"{rev}\""))
            .header("X-Jovek-Who", "Ada%20%C3%98")
            .json(job)
            .send()
            .unwrap()
    }
}

fn run(args: &[&str], input: &str) -> Output {
    let mut child = Command::new(JOVEK)
        .args(args)
        .stdin(Stdio::piped())
        .stdout(Stdio::piped())
        .stderr(Stdio::piped())
        .spawn()
        .unwrap();
    // A command that reads no input may have gone already.
    let _ = child.stdin.take().unwrap().write_all(input.as_bytes());
    child.wait_with_output().unwrap()
}

fn text(bytes: &[u8]) -> String {
    String::from_utf8(bytes.to_vec()).unwrap()
}
