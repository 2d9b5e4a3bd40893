//! All that is kept out as one file, and back from one.

use crate::error::{ErrorBody, RequestError};
use crate::files::{BookFile, read_whole};
use crate::kept::whole;
use crate::live::Live;
use crate::refusal::Refusal;
use crate::routes::gated;
use crate::store::{Store, with};
use actix_files::NamedFile;
use actix_web::http::header::{ContentDisposition, DispositionParam, DispositionType};
use actix_web::{get, post, web};
use std::io::{BufWriter, Read, Seek, Write};
use std::time::Duration;
use utoipa::ToSchema;

/// Largest file that comes back, bytes.
const MOST_BYTES: usize = 64 << 20;
/// A piece of it may take so long to arrive.
const ARRIVES: Duration = Duration::from_secs(15);
/// All of it may.
const ALL_ARRIVES: Duration = Duration::from_secs(600);

/// Written to a file without a name first: whoever reads slowly holds up nobody.
async fn written(store: &Store) -> Result<NamedFile, Refusal> {
    let folder = store.folder().to_owned();
    let file = with(store, move |c| {
        let file = tempfile::tempfile_in(folder).map_err(RequestError::ours)?;
        let mut out = BufWriter::new(file);
        whole::write(c, &mut out)?;
        let mut file = out
            .into_inner()
            .map_err(|e| RequestError::ours(e.into_error()))?;
        file.rewind().map_err(RequestError::ours)?;
        Ok(file)
    })
    .await?;
    let name = "cindo-book.json";
    let named = NamedFile::from_file(file, name).map_err(RequestError::ours)?;
    Ok(named
        .use_etag(false)
        .use_last_modified(false)
        .set_content_disposition(ContentDisposition {
            disposition: DispositionType::Attachment,
            parameters: vec![DispositionParam::Filename(name.into())],
        }))
}

/// Everything that is kept as one file that is read back: cards, shelf, kitchen, cooks, services, the board.
#[utoipa::path(responses((status = 200, description = "All that is kept", body = BookFile)))]
#[get("/api/book")]
pub async fn book(store: web::Data<Store>) -> Result<NamedFile, Refusal> {
    written(&store).await
}

/// What came of going back to a file.
#[derive(Debug, Clone, serde::Serialize, ToSchema)]
pub struct Restored {
    /// How many things are there now.
    pub all: usize,
    /// The copy of what was there before, within the folder.
    pub aside: String,
}

/// A body of many megabytes on its way into a file without a name.
async fn arrived(store: &Store, mut body: web::Payload) -> Result<std::fs::File, Refusal> {
    use futures_util::StreamExt;
    let mut file = tempfile::tempfile_in(store.folder()).map_err(RequestError::ours)?;
    let mut size = 0;
    let all = async {
        while let Some(piece) = tokio::time::timeout(ARRIVES, body.next())
            .await
            .map_err(|_| Refusal::Slow)?
        {
            let piece = piece.map_err(|cause| RequestError::Shape {
                field: "file".into(),
                message: format!("the file broke off: {cause}"),
            })?;
            size += piece.len();
            if size > MOST_BYTES {
                return Err(Refusal::TooLarge {
                    most_kib: MOST_BYTES / 1024,
                });
            }
            let mut out = file.try_clone().map_err(RequestError::ours)?;
            let put = move || out.write_all(&piece).map_err(RequestError::ours);
            crate::work::compute(put).await?;
        }
        Ok(())
    };
    tokio::time::timeout(ALL_ARRIVES, all)
        .await
        .map_err(|_| Refusal::Slow)??;
    file.rewind().map_err(RequestError::ours)?;
    Ok(file)
}

/// Everything that is kept makes room for what is in a file, all or none. What was there is copied aside first. The owner's.
#[utoipa::path(
    operation_id = "restore",
    request_body = BookFile,
    responses(
        (status = 200, description = "What came of it", body = Restored),
        (status = 400, description = "Broken, or not of the described shape", body = ErrorBody),
        (status = 403, description = "Not the owner", body = ErrorBody),
        (status = 413, description = "Larger than 64 MiB", body = ErrorBody),
        (status = 422, description = "No file of ours, or something in it that does not do", body = ErrorBody),
        (status = 507, description = "It cannot be kept, or not copied aside first", body = ErrorBody)
    )
)]
#[post("/api/owner/restore")]
pub async fn restore(
    store: web::Data<Store>,
    live: web::Data<Live>,
    body: web::Payload,
) -> Result<web::Json<Restored>, Refusal> {
    let mut file = arrived(&store, body).await?;
    let rows = gated(&live, "/api/owner/restore", move || {
        let mut bytes = vec![];
        file.read_to_end(&mut bytes).map_err(RequestError::ours)?;
        whole::read(read_whole(&bytes)?)
    })
    .await?;
    let held = Store::clone(&store);
    let (all, aside) = with(&store, move |c| {
        // Nobody writes between the copy and what takes its place.
        crate::store::kept::atomic(c, |c| {
            let aside = held.aside("replaced")?;
            Ok((rows.put_in_place(c)?, aside))
        })
    })
    .await?;
    live.anew();
    tracing::info!(all, aside, "everything was put back from a file");
    Ok(web::Json(Restored { all, aside }))
}
