using System.IO.Compression;
using OatPath.Core.Pictures;

namespace OatPath.Store.Tests;

/// <summary>Files of pictures beside the database: whole or not at all, and gone with what they belong to.</summary>
public sealed class PictureStoreTests : IDisposable
{
    private readonly string folder = Directory.CreateTempSubdirectory("oatpath-pictures").FullName;
    private readonly Database database;
    private readonly Client client;

    public PictureStoreTests()
    {
        Directory.CreateDirectory(Data);
        database = new(new DataFolder(Data).DatabaseFile);
        Migrator.Migrate(database);
        client = new Clients(database).Add("one", "Jory Fenn", "", TestDatabase.Noon);
        Agree(true);
    }

    private string Data => Path.Combine(folder, "data");

    private string Zip => Path.Combine(folder, "backup.zip");

    private PictureStore Pictures => new(database);

    private void Agree(bool given, int hours = 0) =>
        new PictureConsents(database).Say(client.Id, PictureUse.Care, given, 1, "Maren Holt", TestDatabase.Noon.AddHours(hours));

    private string Add(byte content = 1) =>
        Pictures.Add(
            client.Id,
            new(PictureView.Front, new(2026, 3, 2), 600, 800, new(null, PictureFault.NoCard), [content, 2, 3], [content, 2], [content]),
            "Maren Holt",
            TestDatabase.Noon,
            kept: true
        )!;

    private object? Run(string sql)
    {
        using var connection = database.Open();
        using var command = connection.CreateCommand();
        command.CommandText = sql;
        return command.ExecuteScalar();
    }

    private string[] Files => Directory.Exists(Path.Combine(Data, "pictures")) ? Directory.GetFiles(Path.Combine(Data, "pictures")) : [];

    [Fact]
    public void What_was_cut_short_leaves_no_file_after_the_next_start()
    {
        Add();

        // As the program's end leaves it: a name, and as many files as were reached.
        var name = new string('a', 32);
        Run($"INSERT INTO picture_file VALUES ('{name}', 'coming', '2026-03-02T12:00:00Z')");
        Pictures.Folder.Write(name, PictureSize.Whole, [9]);
        File.WriteAllBytes(Path.Combine(Data, "pictures", $"{name}-shown.jpg.part"), [9]);
        Assert.Equal(5, Files.Length);

        // One that is on its way now is left alone.
        Pictures.Sweep();
        Assert.Equal(5, Files.Length);
        Pictures.Sweep(atStart: true);
        Assert.Equal(3, Files.Length);
        Assert.Single(Pictures.Of(client.Id));
    }

    [Fact]
    public void A_full_disk_keeps_nothing_of_a_picture()
    {
        // A file in the place of the folder refuses every write, as a full disk does.
        File.WriteAllText(Path.Combine(Data, "pictures"), "");
        Assert.Throws<StoreException>(() => Add());
        Assert.Empty(Pictures.Of(client.Id));
        File.Delete(Path.Combine(Data, "pictures"));
        Pictures.Sweep(atStart: true);
        Assert.Equal(0L, Run("SELECT count(*) FROM picture_file"));
        Add();
        Assert.Single(Pictures.Of(client.Id));
    }

    [Fact]
    public void Erasing_a_client_erases_files_and_consent()
    {
        Add();
        Assert.True(new Erasure(database, new ViewLog(database)).Erase(client.Id, 1, TestDatabase.Noon, "Maren Holt"));
        Assert.Empty(Files);
        Assert.Equal(0L, Run("SELECT count(*) FROM picture_consent"));
        Assert.Equal(0L, Run("SELECT count(*) FROM picture_file"));
    }

    [Fact]
    public void The_archive_of_a_client_holds_pictures_and_consents()
    {
        Add();
        using var stream = new MemoryStream();
        Assert.True(
            new ClientArchive(database, new ClientReading(database, new Studio(database))).Write(client.Id, stream, TestDatabase.Noon)
        );
        using var archive = new ZipArchive(stream);
        var picture = Assert.Single(archive.Entries, entry => entry.FullName.StartsWith("pictures/", StringComparison.Ordinal));
        Assert.Equal(3, picture.Length);
        using var consents = new StreamReader(archive.GetEntry("consents.csv")!.Open());
        Assert.Contains("care,yes,1", consents.ReadToEnd(), StringComparison.Ordinal);
    }

    [Fact]
    public void A_backup_brings_pictures_to_another_machine_and_a_daily_one_says_that_it_does_not()
    {
        var id = Add();
        Backup.Write(Data, Zip, TestDatabase.Noon);
        var target = Path.Combine(folder, "target");
        Assert.Equal(0, Backup.Restore(Zip, target, TestDatabase.Noon).PicturesLacking);
        using (var there = new Database(new DataFolder(target).DatabaseFile))
        {
            var picture = new PictureStore(there).Find(client.Id, id)!;
            Assert.True(new PictureStore(there).Folder.IsWhole(picture.File, picture.Sha256));
        }

        Assert.True(Backup.WriteDaily(Data, new(2026, 3, 2), 3, TestDatabase.Noon));
        var daily = Backup.Daily(Data)[0].File;
        Assert.Equal(1, Backup.Restore(daily, Path.Combine(folder, "other"), TestDatabase.Noon).PicturesLacking);
    }

    [Fact]
    public void A_restore_brings_back_no_picture_that_went_since()
    {
        new People(database).Add("Maren Holt", "maren", "owner", "hash");
        var (erased, taken, hidden, stays) = (Add(1), Add(2), Add(3), Add(4));
        Backup.Write(Data, Zip, TestDatabase.Noon);
        Pictures.TakeAway(client.Id, erased, "Maren Holt", TestDatabase.Noon);
        Pictures.EraseGone(TestDatabase.Noon.AddDays(1), TestDatabase.Noon);
        Pictures.TakeAway(client.Id, taken, "Maren Holt", TestDatabase.Noon);
        Pictures.TakeAway(client.Id, hidden, "Maren Holt", TestDatabase.Noon);
        var later = Add(5);
        database.Dispose();

        Backup.Restore(Zip, Data, TestDatabase.Noon);

        using var there = new Database(new DataFolder(Data).DatabaseFile);
        var pictures = new PictureStore(there);
        Assert.Null(pictures.Find(client.Id, erased));
        Assert.NotNull(pictures.Find(client.Id, taken)!.GoneAt);
        Assert.NotNull(pictures.Find(client.Id, hidden)!.GoneAt);
        Assert.Null(pictures.Find(client.Id, stays)!.GoneAt);

        // One of after the backup is put aside with the rest of that day.
        Assert.Null(pictures.Find(client.Id, later));
        pictures.Sweep(atStart: true);
        Assert.Equal(9, Files.Length);
        Assert.Equal(
            3,
            Directory
                .GetFiles(Directory.GetDirectories(Data, "before-restore-*").Single(), "*", SearchOption.AllDirectories)
                .Count(file => file.EndsWith(".jpg", StringComparison.Ordinal))
        );
    }

    [Fact]
    public void A_restore_does_not_agree_again_in_a_clients_place()
    {
        new People(database).Add("Maren Holt", "maren", "owner", "hash");
        Add();
        Backup.Write(Data, Zip, TestDatabase.Noon);
        Agree(false, hours: 1);
        database.Dispose();

        Backup.Restore(Zip, Data, TestDatabase.Noon);

        using var there = new Database(new DataFolder(Data).DatabaseFile);
        Assert.False(new PictureConsents(there).Given(client.Id, PictureUse.Care));
        Assert.Empty(new PictureStore(there).Of(client.Id));
    }

    [Fact]
    public void Taking_back_care_takes_back_everything()
    {
        var consents = new PictureConsents(database);
        consents.Say(client.Id, PictureUse.Teaching, true, 1, "Maren Holt", TestDatabase.Noon);
        Agree(false);
        Assert.False(consents.Given(client.Id, PictureUse.Teaching));

        // Said twice, it stands once.
        Agree(false);
        Assert.Equal(4, consents.Of(client.Id).Count);
    }

    [Fact]
    public void The_doctor_finds_a_picture_that_is_lost_or_changed_and_one_of_nobody()
    {
        Add();
        Assert.Contains(Doctor.Look(Data, TestDatabase.Noon), finding =>
            finding.IsWell && finding.What.StartsWith("1 pictures", StringComparison.Ordinal)
        );
        var stray = Path.Combine(Data, "pictures", $"{new string('b', 32)}-whole.jpg");
        File.WriteAllBytes(stray, [1]);
        Assert.Contains(Doctor.Look(Data, TestDatabase.Noon), finding => finding.What.Contains("nobody's", StringComparison.Ordinal));
        File.Delete(stray);
        var whole = Files.Single(file => file.EndsWith("-whole.jpg", StringComparison.Ordinal));
        File.WriteAllBytes(whole, [7]);
        Assert.Contains(Doctor.Look(Data, TestDatabase.Noon), finding =>
            finding.What.StartsWith("1 of 1 pictures", StringComparison.Ordinal)
        );
        File.Delete(whole);
        Assert.Contains(Doctor.Look(Data, TestDatabase.Noon), finding =>
            finding.What.StartsWith("1 of 1 pictures", StringComparison.Ordinal)
        );
    }

    public void Dispose()
    {
        database.Dispose();
        Directory.Delete(folder, recursive: true);
    }
}
