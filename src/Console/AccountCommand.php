<?php

declare(strict_types=1);

namespace Pulsanda\App\Console;

use Doctrine\ORM\EntityManagerInterface;
use Psr\Clock\ClockInterface;
use Pulsanda\App\Entity\Account;
use Pulsanda\App\Entity\PersonName;
use Pulsanda\App\Entity\Role;
use Pulsanda\App\Entity\School;
use Pulsanda\App\Entity\SignInName;
use Pulsanda\App\School\Usernames;
use Pulsanda\App\Security\StarterPasswords;
use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\InputArgument;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Input\InputOption;
use Symfony\Component\Console\Output\OutputInterface;

#[AsCommand('pulsanda:account', 'Lists, makes, disables, enables and unlocks accounts, and gives first passwords.')]
final class AccountCommand extends Command
{
    public function __construct(
        private readonly EntityManagerInterface $entities,
        private readonly StarterPasswords $starters,
        private readonly Usernames $usernames,
        private readonly ClockInterface $clock,
    ) {
        parent::__construct();
    }

    protected function configure(): void
    {
        $this->addArgument('do', InputArgument::REQUIRED, 'list, make, disable, enable, unlock (switches two-step sign-in off) or password')
            ->addArgument('who', InputArgument::OPTIONAL, 'The username; with make, the name that others read')
            ->addOption('sign-in', null, InputOption::VALUE_REQUIRED, 'With make: the name typed at sign-in')
            ->addOption('role', null, InputOption::VALUE_REQUIRED, 'With make: administrator, teacher or student', 'teacher');
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        [$do, $who] = [$input->getArgument('do'), $input->getArgument('who')];
        $who = \is_string($who) ? $who : '';
        $told = match ($do) {
            'list' => $this->list($output),
            'make' => $this->make($who, $input, $output),
            'disable', 'enable', 'unlock', 'password' => $this->change($do, $who, $output),
            default => 'Say list, make, disable, enable, unlock or password.',
        };
        if (null !== $told) {
            $output->writeln($told, OutputInterface::OUTPUT_RAW);
        }

        return null === $told ? Command::SUCCESS : Command::FAILURE;
    }

    private function list(OutputInterface $output): null
    {
        foreach ($this->entities->getRepository(Account::class)->findBy([], ['signIn' => 'ASC']) as $one) {
            $output->writeln(\sprintf(
                '%-20s %-8s %s%s%s',
                $one->signIn,
                $one->role->value,
                $one->name,
                $one->isDisabled() ? ', disabled' : '',
                $one->mustChangePassword() ? ', with a first password' : '',
            ), OutputInterface::OUTPUT_RAW);
        }

        return null;
    }

    private function make(string $name, InputInterface $input, OutputInterface $output): ?string
    {
        [$typed, $role] = [$input->getOption('sign-in'), $input->getOption('role')];
        $signIn = SignInName::canonical(\is_string($typed) ? $typed : '');
        $role = Role::tryFrom($role);
        $name = PersonName::clean($name);
        $school = $this->entities->getRepository(School::class)->findOneBy([]);
        if (null === $school) {
            return 'There is no school yet; pulsanda:setup prints the link with which one begins.';
        }
        if (null === $signIn || '' === $signIn || null === $role || '' === $name || mb_strlen($name) > PersonName::MOST) {
            return 'Give the name that others read, --sign-in=… without spaces, and --role=administrator, teacher or student.';
        }
        if (!$this->usernames->claim($signIn)) {
            return "There is an account $signIn already; choose another username.";
        }
        $account = new Account($school, $signIn, $name, $role, explode(' ', $name)[0]);
        $password = $this->starters->give($account);
        $this->entities->persist($account);
        $this->entities->flush();
        $output->writeln("$signIn can sign in with the first password $password", OutputInterface::OUTPUT_RAW);

        return null;
    }

    private function change(string $do, string $who, OutputInterface $output): ?string
    {
        $account = $this->entities->getRepository(Account::class)->findOneBy(['signIn' => SignInName::canonical($who) ?? '']);
        if (null === $account) {
            return "There is no account \"$who\"; pulsanda:account list shows all.";
        }
        $now = \DateTimeImmutable::createFromInterface($this->clock->now());
        match ($do) {
            'disable' => $account->disable($now),
            'enable' => $account->enable(),
            'unlock' => $account->forgetSecond(),
            default => $output->writeln(
                "$account->signIn has the first password {$this->starters->give($account)}",
                OutputInterface::OUTPUT_RAW,
            ),
        };
        $this->entities->flush();
        $said = 'unlock' === $do ? 'unlocked' : "{$do}d";
        'password' === $do || $output->writeln("$account->signIn is $said.", OutputInterface::OUTPUT_RAW);

        return null;
    }
}
