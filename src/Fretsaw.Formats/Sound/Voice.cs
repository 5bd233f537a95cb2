using System.Collections.Immutable;
using System.Runtime.InteropServices;
using Fretsaw.Core.Films;
using Fretsaw.Print.Sound;

namespace Fretsaw.Formats.Sound;

/// <summary>How a line is spoken.</summary>
/// <param name="Language">A voice of espeak-ng by its language tag: "en", "de".</param>
/// <param name="WordsPerMinute">[80, 450]</param>
/// <param name="Pitch">[0, 99]; 50 is usual.</param>
public sealed record Speaking(string Words, string Language = "en", int WordsPerMinute = 150, int Pitch = 40);

/// <summary>
/// A simulated voice: espeak-ng from Debian makes a recording of a line of text and says when each of its sounds begins. Its library is
/// asked, since its command tells no times. It is opened anew for every line: what it keeps of the line before (where its flutter and its
/// noise stand) would be heard in the next, and the same words should always be the same recording.
/// </summary>
public static class Voice
{
    private const int MostCharacters = 1000;

    // espeak-ng/speak_lib.h
    private const int Synchronous = 2;
    private const int PhonemeEvents = 1;
    private const int InIpa = 2;
    private const int DoNotExit = 0x8000;
    private const int Rate = 1;
    private const int PitchOf = 3;
    private const int Utf8 = 1;
    private const int PhonemeEvent = 7;
    private const int BytesOfPhoneme = 8;

    private static readonly SemaphoreSlim OneAtATime = new(1);
    private static List<short>? heard;
    private static List<TimedSound>? timed;

    /// <param name="id">New to the film's sounds.</param>
    /// <exception cref="FilmException">There is nothing to say, no such voice, or espeak-ng is not installed.</exception>
    public static async Task<Recording> Say(Speaking line, string id, CancellationToken cancel = default)
    {
        FilmException.ThrowIf(string.IsNullOrWhiteSpace(line.Words) || line.Words.Length > MostCharacters || !Names.CanBeWritten(line.Words), "line", "cannot be spoken", $"write 1 to {MostCharacters} characters on one line");
        FilmException.ThrowIf(line.WordsPerMinute is < 80 or > 450 || line.Pitch is < 0 or > 99, "voice", "is too fast, too slow, too high or too low", "keep to 80–450 words a minute and a pitch of 0–99");
        FilmException.ThrowIf(line.Language.Length is 0 or > 20 || !line.Language.All(sign => char.IsAsciiLetterOrDigit(sign) || sign == '-'), "voice", $"is of no language, '{line.Language}'", "write a tag such as en or de");
        // Who waits holds no thread: thirty long lines at once leave the others theirs.
        await OneAtATime.WaitAsync(cancel);
        try
        {
            return await Task.Run(() => Spoken(line, id, cancel), cancel);
        }
        finally
        {
            OneAtATime.Release();
        }
    }

    private static Recording Spoken(Speaking line, string id, CancellationToken cancel)
    {
        using var library = Library.Load();
        (heard, timed) = ([], []);
        FilmException.ThrowIf(library.SetVoice(line.Language) != 0, "voice", $"'{line.Language}' is not there", "use a language that espeak-ng has, such as en");
        library.SetParameter(Rate, line.WordsPerMinute, 0);
        library.SetParameter(PitchOf, line.Pitch, 0);
        var text = Marshal.StringToCoTaskMemUTF8(line.Words);
        try
        {
            FilmException.ThrowIf(library.Synth(text, (nuint)line.Words.Length * 4, 0, 0, 0, Utf8, 0, 0) != 0, "line", "could not be spoken", "write it otherwise");
        }
        finally
        {
            Marshal.FreeCoTaskMem(text);
        }

        FilmException.ThrowIf(heard.Count == 0, "line", "has nothing in it that is spoken", "write words");
        return Made(line, id, library.SamplesPerSecond, heard, timed, cancel);
    }

    private static Recording Made(Speaking line, string id, int rate, List<short> samples, List<TimedSound> sounds, CancellationToken cancel)
    {
        using var wav = new MemoryStream();
        var writer = new WavWriter(wav, rate, 1, 16, samples.Count);
        writer.Write([.. samples.Select(sample => sample / 32768f)]);
        writer.Finish();
        var words = line.Words.Trim();
        // The voice goes on past the end of the last sound that it names.
        var ends = Math.Max((double)samples.Count / rate, sounds.Count > 0 ? sounds[^1].At : 0);
        return Recording.OfWav(wav.ToArray(), (words.Length > 40 ? $"{words[..40]}…" : words.Replace('/', ' ')) + ".wav", id, cancel)!
            .Saying(words, [.. sounds.Append(new TimedSound(ends, ""))]);
    }

    /// <summary>Takes samples and events as they are made.</summary>
    private static int Take(IntPtr wave, int count, IntPtr events)
    {
        for (var i = 0; wave != 0 && i < count; i++)
        {
            heard!.Add(Marshal.ReadInt16(wave, i * sizeof(short)));
        }

        for (var at = events; Marshal.ReadInt32(at) != 0; at += Marshal.SizeOf<Event>())
        {
            var one = Marshal.PtrToStructure<Event>(at);
            if (one.Type == PhonemeEvent)
            {
                var name = BitConverter.GetBytes(one.Name).AsSpan(0, BytesOfPhoneme);
                var end = name.IndexOf((byte)0);
                var says = System.Text.Encoding.UTF8.GetString(end < 0 ? name : name[..end]).Trim('\uFFFD');
                var seconds = Math.Max(one.AudioMilliseconds / 1000.0, timed!.Count > 0 ? timed[^1].At : 0);
                timed.Add(new TimedSound(seconds, says));
            }
        }

        return 0;
    }

    [StructLayout(LayoutKind.Sequential)]
    private readonly struct Event
    {
        public readonly int Type;
        public readonly uint Message;
        public readonly int TextPosition;
        public readonly int Length;
        public readonly int AudioMilliseconds;
        public readonly int Sample;
        public readonly IntPtr User;

        /// <summary>Up to eight bytes of UTF-8.</summary>
        public readonly long Name;
    }

    /// <summary>The functions of libespeak-ng that are used.</summary>
    private sealed class Library : IDisposable
    {
        private const string File = "libespeak-ng.so.1";

        /// <summary>Kept, so that it is not collected while the library holds it.</summary>
        private readonly Callback take = Take;
        private readonly IntPtr handle;

        private Library(IntPtr handle)
        {
            this.handle = handle;
            T Function<T>(string name) => Marshal.GetDelegateForFunctionPointer<T>(NativeLibrary.GetExport(handle, name));
            SamplesPerSecond = Function<InitializeFunction>("espeak_Initialize")(Synchronous, 0, 0, PhonemeEvents | InIpa | DoNotExit);
            FilmException.ThrowIf(SamplesPerSecond <= 0, "espeak-ng", "did not start", "install it again with 'apt-get install espeak-ng'");
            Function<SetCallbackFunction>("espeak_SetSynthCallback")(take);
            SetVoice = Function<SetVoiceFunction>("espeak_SetVoiceByName");
            SetParameter = Function<SetParameterFunction>("espeak_SetParameter");
            Synth = Function<SynthFunction>("espeak_Synth");
        }

        public int SamplesPerSecond { get; }

        public SetVoiceFunction SetVoice { get; }

        public SetParameterFunction SetParameter { get; }

        public SynthFunction Synth { get; }

        public static Library Load() => NativeLibrary.TryLoad(File, out var handle)
            ? new Library(handle)
            : throw new FilmException("espeak-ng", "is not installed", "install it with 'apt-get install espeak-ng', or import a recording");

        public void Dispose() => NativeLibrary.Free(handle);
    }

    [UnmanagedFunctionPointer(CallingConvention.Cdecl)]
    private delegate int Callback(IntPtr wave, int count, IntPtr events);

    [UnmanagedFunctionPointer(CallingConvention.Cdecl)]
    private delegate int InitializeFunction(int output, int buffer, IntPtr path, int options);

    [UnmanagedFunctionPointer(CallingConvention.Cdecl)]
    private delegate void SetCallbackFunction(Callback callback);

    [UnmanagedFunctionPointer(CallingConvention.Cdecl)]
    private delegate int SetVoiceFunction([MarshalAs(UnmanagedType.LPUTF8Str)] string name);

    [UnmanagedFunctionPointer(CallingConvention.Cdecl)]
    private delegate int SetParameterFunction(int parameter, int value, int relative);

    [UnmanagedFunctionPointer(CallingConvention.Cdecl)]
    private delegate int SynthFunction(IntPtr text, nuint size, uint position, int kind, uint end, uint flags, IntPtr id, IntPtr user);
}
