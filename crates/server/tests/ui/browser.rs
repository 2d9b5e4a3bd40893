//! A browser and a server of their own for each test, gone with it.

use fantoccini::actions::{InputSource, MOUSE_BUTTON_LEFT, MouseActions, PointerAction};
use fantoccini::{Client, ClientBuilder, Locator};
use hyper_util::client::legacy::connect::HttpConnector;
use serde_json::{Value, json};
use std::io::{BufRead, BufReader, Read, Write};
use std::os::unix::process::CommandExt;
use std::process::{Child, Command, Stdio};
use std::time::Duration;

/// As the page tells a time that a hand is to keep: to five seconds.
pub fn by_hand(seconds: &Value) -> String {
    let all = 5 * (seconds.as_f64().unwrap() / 5.0).round() as u64;
    format!("{}:{:02}", all / 60, all % 60)
}

/// A process that ends with the value, with all it started.
struct Process(Child);

impl Drop for Process {
    fn drop(&mut self) {
        // The group: the driver's browser too.
        let _ = Command::new("kill")
            .args(["--", &format!("-{}", self.0.id())])
            .status();
        // Time to end by itself and to tidy its temp folder.
        for _ in 0..40 {
            if matches!(self.0.try_wait(), Ok(Some(_))) {
                return;
            }
            std::thread::sleep(Duration::from_millis(100));
        }
        let _ = self.0.kill();
        let _ = self.0.wait();
    }
}

/// Starts a program and waits for the line that says where it listens; a driver whose port was taken meanwhile is
/// started again.
fn start(command: &mut Command, find: impl Fn(&str) -> Option<String>) -> (Process, String) {
    const TRIES: usize = 3;
    for _ in 0..TRIES {
        let mut child = command
            .stdout(Stdio::piped())
            .stderr(Stdio::null())
            .process_group(0)
            .spawn()
            .unwrap();
        let mut lines = BufReader::new(child.stdout.take().unwrap()).lines();
        let process = Process(child);
        let found = lines
            .by_ref()
            .map_while(Result::ok)
            .find_map(|line| find(&line));
        let Some(found) = found else { continue };
        // Keep the pipe open and empty, or the program may stop on a full one.
        std::thread::spawn(move || lines.map_while(Result::ok).for_each(drop));
        return (process, found);
    }
    panic!("the program never said where it listens");
}

fn ready(line: &str) -> Option<String> {
    line.strip_prefix("Cindo is ready at ").map(str::to_owned)
}

/// A page of another origin, with no rules of its own about what it may ask.
pub struct Elsewhere {
    pub base: String,
}

impl Elsewhere {
    pub fn new() -> Self {
        let listener = std::net::TcpListener::bind("127.0.0.1:0").unwrap();
        let base = format!("http://{}", listener.local_addr().unwrap());
        std::thread::spawn(move || {
            for stream in listener.incoming() {
                let mut stream = stream.unwrap();
                let _ = stream.read(&mut [0; 4096]).unwrap();
                let page = "HTTP/1.1 200 OK\r\nContent-Type: text/html\r\n\
                    Content-Length: 9\r\nConnection: close\r\n\r\n<p>Hello.";
                stream.write_all(page.as_bytes()).unwrap();
            }
        });
        Self { base }
    }
}

/// What only the browser's own tools can do.
#[derive(Debug)]
struct Devtools(Value);

impl fantoccini::wd::WebDriverCompatibleCommand for Devtools {
    fn endpoint(
        &self,
        base: &url::Url,
        session: Option<&str>,
    ) -> Result<url::Url, url::ParseError> {
        base.join(&format!(
            "session/{}/goog/cdp/execute",
            session.unwrap_or_default()
        ))
    }

    fn method_and_body(&self, _: &url::Url) -> (http::Method, Option<String>) {
        (http::Method::POST, Some(self.0.to_string()))
    }
}

/// One person at one screen.
pub struct Person {
    pub client: Client,
    pub base: String,
    server: Option<Process>,
    data: Option<std::path::PathBuf>,
    _driver: Process,
    profile: tempfile::TempDir,
}

impl Person {
    /// At a screen of the given size, with the demo kitchen or an empty one in `data`.
    pub async fn new(width: u32, height: u32, data: Option<&std::path::Path>) -> Self {
        Self::with(width, height, data, &[]).await
    }

    /// At a server that is started with more than the usual.
    pub async fn with(
        width: u32,
        height: u32,
        data: Option<&std::path::Path>,
        more: &[&str],
    ) -> Self {
        let mut serve = Command::new(env!("CARGO_BIN_EXE_cindo"));
        serve.args(["serve", "--listen", "127.0.0.1:0"]).args(more);
        match data {
            Some(folder) => serve.arg("--data").arg(folder),
            None => serve.arg("--demo"),
        };
        let (server, base) = start(&mut serve, ready);
        let mut person = Self::at(width, height, base).await;
        person.server = Some(server);
        person.data = data.map(Into::into);
        person
    }

    /// At a server that somebody else has started, with a browser of their own.
    pub async fn at(width: u32, height: u32, base: String) -> Self {
        let (driver, port) = start(Command::new("chromedriver").arg("--port=0"), |line| {
            let port = line.split("successfully on port ").nth(1)?;
            Some(port.trim_end_matches('.').to_owned())
        });
        let profile = tempfile::tempdir().unwrap();
        let options = json!({ "args": [
            "--headless", "--no-sandbox", "--disable-gpu", "--disable-quic", "--no-first-run",
            "--disable-background-networking", "--disable-component-update", "--disable-sync",
            "--lang=en-GB",
            // Two cores: fewer processes, and not the slowest of the compilers for a page that is read once.
            "--in-process-gpu", "--no-zygote", "--disable-extensions", "--js-flags=--no-turbofan",
            // A name that somebody outside points at this machine.
            "--host-resolver-rules=MAP rebound.example 127.0.0.1",
            format!("--user-data-dir={}", profile.path().display()),
        ], "prefs": { "download.default_directory": profile.path().join("kept").display().to_string() } });
        let mut wanted = serde_json::Map::new();
        wanted.insert("goog:chromeOptions".into(), options);
        // A machine that others use, too, may take half a minute for what takes it two seconds.
        wanted.insert("timeouts".into(), json!({ "script": 120_000 }));
        let client = ClientBuilder::new(HttpConnector::new())
            .capabilities(wanted)
            .connect(&format!("http://127.0.0.1:{port}"))
            .await
            .unwrap();
        // The window's outside is larger than the page: measure, then set again.
        client.set_window_size(width, height).await.unwrap();
        let frame = client
            .execute(
                "return [outerWidth - innerWidth, outerHeight - innerHeight]",
                vec![],
            )
            .await
            .unwrap();
        let side = |i: usize| frame[i].as_u64().unwrap() as u32;
        client
            .set_window_size(width + side(0), height + side(1))
            .await
            .unwrap();
        let person = Self {
            client,
            base,
            server: None,
            data: None,
            _driver: driver,
            profile,
        };
        // No window is as narrow as a phone: the page is told that it is.
        if width < 500 {
            person.screen(width, height).await;
        }
        person
    }

    /// A screen of another size, with the same page on it.
    pub async fn screen(&self, width: u32, height: u32) {
        let size =
            json!({ "width": width, "height": height, "deviceScaleFactor": 1, "mobile": true });
        self.devtools("Emulation.setDeviceMetricsOverride", size)
            .await;
    }

    /// Letters twice as large, as a reader has set them: on every page from now on.
    pub async fn letters_twice(&self) {
        self.on_every_page("addEventListener('DOMContentLoaded', () => { document.documentElement.style.fontSize = '32px' })")
            .await;
    }

    /// Runs before anything else on every page from now on.
    pub async fn on_every_page(&self, source: &str) {
        let script = json!({ "source": source });
        self.devtools("Page.addScriptToEvaluateOnNewDocument", script)
            .await;
    }

    /// The network of this device is there, or not.
    pub async fn online(&self, online: bool) {
        self.devtools("Network.enable", json!({})).await;
        let how = json!({ "offline": !online, "latency": 0, "downloadThroughput": -1, "uploadThroughput": -1 });
        self.devtools("Network.emulateNetworkConditions", how).await;
    }

    async fn devtools(&self, cmd: &str, params: Value) {
        let command = Devtools(json!({ "cmd": cmd, "params": params }));
        self.client.issue_cmd(command).await.unwrap();
    }

    pub async fn open(&self, path: &str) {
        self.client
            .goto(&format!("{}{path}", self.base))
            .await
            .unwrap();
    }

    /// Another address on the page that is open already, as Back would bring it: drawn anew, its scripts not read anew.
    pub async fn go(&self, path: &str) {
        let away = if path.starts_with("/knows") {
            "/kit"
        } else {
            "/knows"
        };
        for to in [away, path] {
            let script = format!(
                "history.pushState(null, '', {}); dispatchEvent(new PopStateEvent('popstate', {{ state: null }}))",
                json!(to)
            );
            self.js(&script).await;
            // Drawn, before it is left again.
            let drawn = "const done = arguments[arguments.length - 1]; \
                         requestAnimationFrame(() => requestAnimationFrame(() => done(true)))";
            self.client.execute_async(drawn, vec![]).await.unwrap();
        }
    }

    /// The element with a test id, waited for.
    pub async fn find(&self, id: &str) -> fantoccini::elements::Element {
        let css = format!("[data-testid='{id}']");
        let wait = self.client.wait().at_most(Duration::from_secs(20));
        let wait = wait.every(Duration::from_millis(40));
        wait.for_element(Locator::Css(&css))
            .await
            .unwrap_or_else(|e| panic!("{id}: {e}"))
    }

    pub async fn click(&self, id: &str) {
        // What lies under something that sticks to an edge is brought out from under it, as a hand would.
        let found = self.find(id).await;
        if found.click().await.is_err() {
            let script = format!(
                "document.querySelector('[data-testid=\"{id}\"]').scrollIntoView({{ block: 'center' }})"
            );
            self.js(&script).await;
            self.find(id).await.click().await.unwrap();
        }
    }

    pub async fn text(&self, id: &str) -> String {
        self.find(id).await.text().await.unwrap()
    }

    /// A key goes to whatever has the focus.
    pub async fn press(&self, key: &str) {
        let focused = self.client.active_element().await.unwrap();
        focused.send_keys(key).await.unwrap();
    }

    /// Replaces what stands in a field, and goes on to the next where it takes a number: that is when it counts.
    pub async fn type_into(&self, id: &str, text: &str) {
        self.settled().await;
        let field = self.find(id).await;
        field.click().await.unwrap();
        self.js("document.activeElement.select()").await;
        field.send_keys(text).await.unwrap();
        let number = field.attr("inputmode").await.unwrap().is_some();
        if number && !text.contains('\u{e007}') {
            field.send_keys("\u{e004}").await.unwrap();
        }
    }

    /// Takes the `nth` of those found by the middle, and moves it sideways by so many px, one after the other, with the
    /// pointer down.
    pub async fn drag(&self, css: &str, nth: usize, moves: &[i64]) {
        let found = self.client.find_all(Locator::Css(css)).await.unwrap();
        let element = found[nth].clone();
        let middle = "arguments[0].scrollIntoView({ block: 'center' })";
        let shown = vec![serde_json::to_value(&element).unwrap()];
        self.client.execute(middle, shown).await.unwrap();
        let mut hand = MouseActions::new("hand".into())
            .then(PointerAction::MoveToElement {
                element,
                duration: None,
                x: 0.0,
                y: 0.0,
            })
            .then(PointerAction::Down {
                button: MOUSE_BUTTON_LEFT,
            });
        for by in moves {
            hand = hand.then(PointerAction::MoveBy {
                duration: Some(Duration::from_millis(8)),
                x: *by as f64,
                y: 0.0,
            });
        }
        let hand = hand.then(PointerAction::Up {
            button: MOUSE_BUTTON_LEFT,
        });
        self.client.perform_actions(hand).await.unwrap();
    }

    pub async fn js(&self, script: &str) -> Value {
        self.client.execute(script, vec![]).await.unwrap()
    }

    /// What axe-core finds wrong with the page as it stands, a line each.
    pub async fn violations(&self) -> Vec<String> {
        let axe = concat!(
            env!("CARGO_MANIFEST_DIR"),
            "/../../web/node_modules/axe-core/axe.min.js"
        );
        if self.js("return window.axe === undefined").await == json!(true) {
            self.js(&std::fs::read_to_string(axe).unwrap()).await;
        }
        // What flashes for a moment is looked at when it has come to rest.
        let script = "const done = arguments[arguments.length - 1]; \
             const ends = a => Number.isFinite(a.effect.getComputedTiming().endTime); \
             Promise.allSettled(document.getAnimations().filter(ends).map(a => a.finished)).then(() => \
             axe.run({ resultTypes: ['violations'] }).then(r => done(r.violations.map(v => \
             v.id + ': ' + v.nodes.slice(0, 3).map(n => n.target.join(' ')).join(' | ')))))";
        let found = self.client.execute_async(script, vec![]).await.unwrap();
        let lines = found.as_array().unwrap().iter();
        lines.map(|v| v.as_str().unwrap().to_owned()).collect()
    }

    /// Waits until a script answers true.
    pub async fn until(&self, what: &str, script: &str) {
        for _ in 0..400 {
            if self.js(script).await == json!(true) {
                return;
            }
            tokio::time::sleep(Duration::from_millis(100)).await;
        }
        panic!("waited in vain: {what}");
    }

    /// Waits until the page asks nothing any more and has drawn what it knows.
    pub async fn settled(&self) {
        // A question that waits for the hand to rest counts as one; some frames, so that what came is drawn.
        let script = "const done = arguments[arguments.length - 1]; let still = 0; let since = performance.now(); \
             const look = () => { \
               const { asking = '0', waiting = '0' } = document.documentElement.dataset; \
               if (asking === '0' && waiting === '0') still += 1; \
               else { still = 0; since = performance.now(); } \
               if (still > 4 && performance.now() - since > 300) done(true); else requestAnimationFrame(look); }; \
             document.fonts.ready.then(look);";
        self.client.execute_async(script, vec![]).await.unwrap();
    }

    /// A file that the browser keeps, waited for.
    pub async fn downloaded(&self, name: &str) -> Vec<u8> {
        let path = self.profile.path().join("kept").join(name);
        for _ in 0..100 {
            // While it comes in it has another name.
            if let Ok(bytes) = std::fs::read(&path) {
                return bytes;
            }
            tokio::time::sleep(Duration::from_millis(100)).await;
        }
        panic!("waited in vain for the file {name}");
    }

    /// The server goes away in the middle of it all.
    pub fn pull_server(&mut self) {
        self.server = None;
    }

    /// And comes back at the same address, over the same folder.
    pub fn bring_server_back(&mut self) {
        let data = self
            .data
            .clone()
            .expect("a folder that outlives the server");
        let listen = self
            .base
            .trim_start_matches("http://")
            .trim_end_matches('/');
        let mut serve = Command::new(env!("CARGO_BIN_EXE_cindo"));
        serve
            .args(["serve", "--listen", listen, "--data"])
            .arg(data);
        self.server = Some(start(&mut serve, ready).0);
    }

    /// What the page's own origin answers to a question, as JSON.
    pub async fn ask(&self, path: &str) -> Value {
        let script = format!(
            "const done = arguments[arguments.length - 1]; \
             fetch('{path}').then(r => r.json()).then(done, e => done(String(e)))"
        );
        self.client.execute_async(&script, vec![]).await.unwrap()
    }

    /// Ends the session, then what was found can be asserted.
    pub async fn leave(self) {
        self.client.clone().close().await.unwrap();
    }
}
