using System.IO.Compression;
using System.Security.Cryptography;
using System.Text.Json;
using OatPath.Core.Formats;

namespace OatPath.Store;

/// <summary>
/// The ZIP of a backup as it is read: each name once and ours, each file as long as the manifest says and with its hash, nothing beside
/// them.
/// </summary>
internal static class BackupArchive
{
    public const string FormatName = "oatpath/backup";
    public const string ManifestName = "manifest.json";
    private const int LongestManifest = 1_000_000;
    private const int LongestKey = 100_000;
    private const int LongestPicture = 40_000_000;

    /// <summary>
    /// Hands every file of a backup on, with its name in the data folder; reading more of it than the manifest says is refused.
    /// </summary>
    /// <exception cref="BackupException">It is none, or not whole, or holds what is not ours.</exception>
    public static BackupManifest Read(string file, Action<string, Stream> take)
    {
        try
        {
            using var archive = ZipFile.OpenRead(file);
            var manifest = ManifestOf(archive);
            var parts = PartsOf(archive, manifest);
            foreach (var entry in archive.Entries.Where(entry => entry.FullName != ManifestName))
            {
                var part = parts[entry.FullName];
                using var stream = entry.Open();
                using var counted = new HashedStream(stream, part.Bytes);
                take(entry.FullName, counted);
                if (counted.Taken != part.Bytes || (part.Sha256.Length > 0 && counted.Hash() != part.Sha256))
                {
                    throw new BackupException(
                        entry.FullName == DataFolder.DatabaseName
                            ? "The database in it is not the one that was written."
                            : $"{entry.FullName} in it is not the file that was written."
                    );
                }
            }

            return manifest;
        }
        catch (Exception fault) when (fault is InvalidDataException or IOException or UnauthorizedAccessException or JsonException)
        {
            throw new BackupException($"{file} cannot be read as a backup: {fault.Message}");
        }
    }

    private static Dictionary<string, BackupPart> PartsOf(ZipArchive archive, BackupManifest manifest)
    {
        var found = new Dictionary<string, ZipArchiveEntry>();
        foreach (var entry in archive.Entries.Where(entry => entry.FullName != ManifestName))
        {
            if (!IsOurs(entry.FullName))
            {
                throw new BackupException($"There is something in it that is not of this program: {Said(entry.FullName)}.");
            }

            if (!found.TryAdd(entry.FullName, entry))
            {
                throw new BackupException($"{entry.FullName} is in it twice.");
            }
        }

        if (!found.ContainsKey(DataFolder.DatabaseName))
        {
            throw new BackupException("There is no database in it.");
        }

        // Of an older program: only the database is under a hash.
        var parts = manifest.Parts
            ??
            [
                .. found.Values.Select(entry => new BackupPart(
                    entry.FullName,
                    entry.Length,
                    entry.FullName == DataFolder.DatabaseName ? manifest.Sha256 : ""
                )),
            ];
        if (parts.GroupBy(part => part.Name).FirstOrDefault(group => group.Count() > 1) is { } twice)
        {
            throw new BackupException($"Its manifest names {Said(twice.Key)} twice.");
        }

        if (parts.FirstOrDefault(part => !found.ContainsKey(part.Name)) is { } lacking)
        {
            throw new BackupException($"{Said(lacking.Name)} is not in it any more.");
        }

        if (found.Keys.FirstOrDefault(name => !parts.Any(part => part.Name == name)) is { } added)
        {
            throw new BackupException($"{added} was added to it after it was written.");
        }

        if (
            parts.FirstOrDefault(part =>
                part.Bytes != found[part.Name].Length || part.Bytes > Longest(part.Name)
            ) is
            { } other
        )
        {
            throw new BackupException($"{other.Name} in it is not as long as it was written.");
        }

        return parts.ToDictionary(part => part.Name);
    }

    private static long Longest(string name) =>
        name == DataFolder.DatabaseName ? long.MaxValue
        : name.StartsWith(PictureFolder.Name + "/", StringComparison.Ordinal) ? LongestPicture
        : LongestKey;

    /// <summary>The database, or one file right in the folder of keys or of pictures.</summary>
    private static bool IsOurs(string name) =>
        name == DataFolder.DatabaseName
        || (name.Split('/') is [PictureFolder.Name, var picture] && PictureFolder.IsOurs(picture))
        || (
            name.Split('/') is [DataFolder.KeysName, { Length: > 0 } key]
            && key.All(letter => char.IsAsciiLetterOrDigit(letter) || letter is '-' or '.' or '_')
            && key.Trim('.').Length > 0
        );

    private static BackupManifest ManifestOf(ZipArchive archive)
    {
        var manifests = archive.Entries.Where(entry => entry.FullName == ManifestName).ToList();
        if (manifests.Count != 1)
        {
            throw new BackupException(
                manifests.Count == 0 ? "There is no manifest in it; it is no backup of this program." : "There are several manifests in it."
            );
        }

        using var entry = manifests[0].Open();
        using var counted = new HashedStream(entry, LongestManifest);
        return JsonSerializer.Deserialize<BackupManifest>(counted, CaseJson.Compact) is { Format: FormatName, Sha256: not null } manifest
            ? manifest
            : throw new BackupException("It is no backup of this program.");
    }

    private static string Said(string name) => new([.. (name ?? "").Take(80).Select(letter => char.IsControl(letter) ? '?' : letter)]);

    /// <summary>Counts and hashes what is read, and ends with a refusal where it is more than was said.</summary>
    private sealed class HashedStream(Stream inner, long most) : Stream
    {
        private readonly IncrementalHash hash = IncrementalHash.CreateHash(HashAlgorithmName.SHA256);

        public long Taken { get; private set; }

        public override bool CanRead => true;

        public override bool CanSeek => false;

        public override bool CanWrite => false;

        public override long Length => throw new NotSupportedException();

        public override long Position
        {
            get => Taken;
            set => throw new NotSupportedException();
        }

        public string Hash() => Convert.ToHexStringLower(hash.GetHashAndReset());

        public override int Read(Span<byte> buffer)
        {
            var count = inner.Read(buffer);
            Taken += count;
            if (Taken > most)
            {
                throw new InvalidDataException("something in it is longer than it says.");
            }

            hash.AppendData(buffer[..count]);
            return count;
        }

        public override int ReadByte()
        {
            Span<byte> one = stackalloc byte[1];
            return Read(one) == 0 ? -1 : one[0];
        }

        public override int Read(byte[] buffer, int offset, int count) => Read(buffer.AsSpan(offset, count));

        public override void Flush() { }

        public override long Seek(long offset, SeekOrigin origin) => throw new NotSupportedException();

        public override void SetLength(long value) => throw new NotSupportedException();

        public override void Write(byte[] buffer, int offset, int count) => throw new NotSupportedException();

        protected override void Dispose(bool disposing)
        {
            hash.Dispose();
            base.Dispose(disposing);
        }
    }
}
