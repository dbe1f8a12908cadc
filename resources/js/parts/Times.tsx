import { useSession } from './useSession';
import { ownDistance, when, zoneName } from './when';

/** In which zone the times of a page are, and by which clock: said once a page. */
export function Times({ by }: { by: 'work' | 'server' }) {
    const clock = useSession().data?.clock;
    const distance = ownDistance();
    const hours = Math.abs(distance) / 60;
    const own = distance === 0 ? '' : ` Your clock is ${Number.isInteger(hours) ? `${hours} h` : `${Math.abs(distance)} min`} ${distance > 0 ? 'ahead' : 'behind'}.`;

    return (
        <p className="text-muted text-[12.5px] mb-1">
            Times are {zoneName()}
            {clock?.moved && by === 'server' ? `, by the server’s clock. The demo clock shows ${when(clock.now)}.` : '.'}
            {own}
        </p>
    );
}
