using OatPath.Core.House;
using OatPath.Core.Wording;

namespace OatPath.Core.Tests;

public class SaidTests
{
    [Fact]
    public void English_says_a_sentence_as_the_compiler_would_write_it()
    {
        var (name, share) = ("Reed water", 12.5m);

        Assert.Equal($"{name} rests, {share:0.#} % of it", Said.Of($"{name} rests, {share:0.#} % of it"));
        Assert.Equal("fever", Said.Of("fever"));
    }

    [Fact]
    public void A_language_speaks_within_its_scope_and_no_further()
    {
        var english = Words.Say(Because.Of(RuleBook.OutcomeEaseOff, ("sign", Said.Later(() => Said.Of($"sting {4} of 10")))));
        using (Language.Speak(Language.Pseudo))
        {
            Assert.DoesNotMatch("[A-Za-z]{2,}", Said.Of("fever"));
            using (Language.Speak(Language.English))
            {
                Assert.Equal("fever", Said.Of("fever"));
            }

            Assert.DoesNotMatch("[A-Za-z]{2,}", Said.Of("fever"));
        }

        Assert.Equal("Sting 4 of 10.", english);
    }

    [Fact]
    public void Values_keep_their_places_and_names_stay_as_they_are()
    {
        using var spoken = Language.Speak(Language.Pseudo);
        var (name, until) = ("Reed water {3}", new DateOnly(2028, 2, 29));
        var said = Said.Of($"{name} rests until {Words.Day(until)}, then comes back gentler.");

        Assert.StartsWith("Reed water {3} ", said, StringComparison.Ordinal);
        Assert.Contains(" 29 ", said, StringComparison.Ordinal);
        Assert.DoesNotMatch("[A-Za-z]{2,}", said["Reed water {3}".Length..]);
    }

    [Fact]
    public void What_is_kept_as_data_is_said_in_the_language_of_who_reads_it()
    {
        var because = Because.Of(RuleBook.OutcomeEaseOff, ("sign", Said.Later(() => Said.Of($"sting {4} of 10"))));

        Assert.Equal("sting 4 of 10", because.Values["sign"]);
        using var spoken = Language.Speak(Language.Pseudo);
        Assert.DoesNotMatch("[A-Za-z]{2,}", Words.Say(because));
        Assert.Contains("4", Words.Say(because), StringComparison.Ordinal);
    }

    [Theory]
    [InlineData(0, "0 days")]
    [InlineData(1, "1 day")]
    [InlineData(2, "2 days")]
    [InlineData(21, "21 days")]
    public void A_noun_follows_its_number(int days, string said)
    {
        Assert.Equal(said, Words.Count(days, "day"));
        using var spoken = Language.Speak(Language.Pseudo);
        Assert.DoesNotMatch("[A-Za-z]{2,}", Words.Count(days, "day"));
    }

    [Fact]
    public async Task Two_requests_at_once_each_speak_their_own()
    {
        async Task<string> Ask(Language language)
        {
            using var spoken = Language.Speak(language);
            await Task.Delay(5);
            return Said.Of("fever");
        }

        var answers = await Task.WhenAll(Enumerable.Range(0, 40).Select(i => Ask(i % 2 == 0 ? Language.English : Language.Pseudo)));

        Assert.All(answers.Where((_, i) => i % 2 == 0), answer => Assert.Equal("fever", answer));
        Assert.All(answers.Where((_, i) => i % 2 == 1), answer => Assert.NotEqual("fever", answer));
    }

    [Fact]
    public void Two_sentences_that_differ_only_in_their_great_letters_have_two_names()
    {
        Assert.NotEqual(SentenceKey.Of("face"), SentenceKey.Of("Face"), StringComparer.OrdinalIgnoreCase);
        Assert.StartsWith("rinse-with-cool-water-pat.", SentenceKey.Of("Rinse with cool water. Pat it."), StringComparison.Ordinal);
    }
}
