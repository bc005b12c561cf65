//! Connections: so many at once, and none that says nothing for long.

use axum::serve::Listener as _;
use jovek_server::listen::Bounded;
use std::io;
use std::net::SocketAddr;
use std::time::Duration;
use tokio::io::{AsyncReadExt as _, AsyncWriteExt as _};
use tokio::net::{TcpListener, TcpStream};

const SILENT: Duration = Duration::from_millis(200);

async fn bounded(most: usize) -> (Bounded, SocketAddr) {
    let listener = TcpListener::bind("127.0.0.1:0").await.unwrap();
    let address = listener.local_addr().unwrap();
    (Bounded::with(listener, most, SILENT), address)
}

#[tokio::test]
async fn a_silent_connection_ends_and_a_talking_one_does_not() {
    let (mut here, address) = bounded(2).await;
    let mut silent = TcpStream::connect(address).await.unwrap();
    let (mut served, _) = here.accept().await;
    let ended = served.read_u8().await.unwrap_err();
    assert_eq!(ended.kind(), io::ErrorKind::TimedOut);
    drop(served);
    assert_eq!(silent.read(&mut [0; 8]).await.unwrap(), 0, "it is told so");
    let mut talking = TcpStream::connect(address).await.unwrap();
    let (mut served, _) = here.accept().await;
    for byte in 0..6 {
        tokio::time::sleep(SILENT / 2).await;
        talking.write_u8(byte).await.unwrap();
        assert_eq!(served.read_u8().await.unwrap(), byte);
    }
}

#[tokio::test]
async fn no_more_than_so_many_are_taken_and_a_free_place_is_given_on() {
    let (mut here, address) = bounded(1).await;
    let _first = TcpStream::connect(address).await.unwrap();
    let _second = TcpStream::connect(address).await.unwrap();
    let (mut held, _) = here.accept().await;
    let waits = tokio::time::timeout(SILENT / 4, here.accept()).await;
    assert!(waits.is_err(), "its place is not free");
    assert!(held.read_u8().await.is_err(), "it is silent for too long");
    drop(held);
    tokio::time::timeout(SILENT, here.accept()).await.unwrap();
}
